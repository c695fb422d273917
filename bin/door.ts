import { readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import type { SpecProblem } from '../core/schema/spec-error'

/** Ends the program with one line on what was wrong with how it was called. */
export function refuse(message: string): never {
  process.stderr.write(`${message}\n`)
  process.exit(2)
}

/** A problem as a command line says it. */
export const problemIn = ({ path, message }: SpecProblem): string => `${path}: ${message}`

/** Reads what a door is asked: JSON as it was given, or from standard input for `-`. */
export function readQuestion(source: string): unknown {
  try {
    return JSON.parse(source === '-' ? readFileSync(0, 'utf8') : source)
  } catch (error) {
    return refuse(`: not JSON: ${(error as Error).message}`)
  }
}

/** Answers one question, or each of a list; one alone that cannot be answered ends the program. */
export function answerEach<A>(raw: unknown, answer: (one: unknown) => A | { readonly error: SpecProblem }) {
  const answers = [raw].flat().map(answer)
  const [first] = answers
  if (!Array.isArray(raw) && typeof first === 'object' && first && 'error' in first) refuse(problemIn(first.error))
  return answers
}

/** Writes an answer. Synchronously: a pipe would otherwise be cut at process exit. */
export function say(text: string): void {
  process.stdout.write(`${text}\n`)
}

/**
 * Writes an answer to a file, or to standard output where none is named. A file is written beside its place and put
 * there when it is whole: a full disk leaves nothing half-written. A pipe is waited for, however slowly it is read.
 */
export async function writeOut(answer: string | Uint8Array, path?: string): Promise<void> {
  if (path === undefined) {
    const problem = await new Promise<Error | null | undefined>(resolve => {
      process.stdout.once('error', resolve)
      process.stdout.write(answer, resolve)
    })
    if (problem) refuse(`cannot write: ${problem.message}`)
    return
  }
  const part = `${path}.part`
  try {
    writeFileSync(part, answer)
    renameSync(part, path)
  } catch (error) {
    rmSync(part, { force: true })
    refuse(`--out: cannot write ${path}: ${(error as Error).message}`)
  }
}
