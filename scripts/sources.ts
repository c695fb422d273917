import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'

const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** The file of the project an import means; null for a package. */
function fileOf(specifier: string, from: string): string | null {
  const base = specifier.startsWith('.')
    ? resolve(dirname(from), specifier)
    : specifier.startsWith('#core/')
      ? join(ROOT, 'core', specifier.slice('#core/'.length))
      : null
  return base && ([base, `${base}.ts`].find(path => /\.\w+$/.test(path) && existsSync(path)) ?? null)
}

/**
 * The files that some files of the core are made of, themselves among them, by their imports.
 * @param entries Paths from the project's folder.
 * @returns Absolute paths, in order of their names.
 */
export function sourcesOf(entries: readonly string[]): readonly string[] {
  const found = new Set<string>()
  const visit = (file: string): void => {
    if (found.has(file)) return
    found.add(file)
    for (const { fileName } of ts.preProcessFile(readFileSync(file, 'utf8')).importedFiles) {
      const imported = fileOf(fileName, file)
      if (imported) visit(imported)
    }
  }
  for (const entry of entries) visit(join(ROOT, entry))
  return [...found].sort()
}

/** SHA-256 over the names and contents of {@link sourcesOf}, hex. */
export function sourcesHash(entries: readonly string[]): string {
  const hash = createHash('sha256')
  for (const file of sourcesOf(entries)) hash.update(`${relative(ROOT, file)}\n`).update(readFileSync(file))
  return hash.digest('hex')
}
