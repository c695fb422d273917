import { describe, expect, test } from '@jest/globals'
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'

// Every example in a docstring of the core is run: what stands after `//` is what it must give.
const ROOT = process.cwd()
const files = readdirSync(join(ROOT, 'core'), { withFileTypes: true, recursive: true })
  .filter(entry => entry.isFile() && entry.name.endsWith('.ts') && !/\.test(\.data)?\.ts$/.test(entry.name))
  .map(entry => relative(ROOT, join(entry.parentPath, entry.name)))
const examples = files.flatMap(file =>
  [...readFileSync(join(ROOT, file), 'utf8').matchAll(/\* @example (.+?) \/\/ (.+)/g)].map(
    ([, code, value]) => [file, code!, value!] as const,
  ),
)

describe('examples in docstrings', () => {
  test('there are enough of them', () => {
    expect(examples.length).toBeGreaterThan(15)
  })

  test.each(examples)('%s: %s gives %s', async (file, code, value) => {
    const module = (await import(join(ROOT, file))) as Record<string, unknown>
    const names = Object.keys(module)
    const run = (source: string) =>
      new Function(...names, `return (${source})`)(...names.map(name => module[name])) as unknown
    expect(run(code)).toEqual(run(value))
  })
})
