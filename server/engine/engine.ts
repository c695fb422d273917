import { answerOne } from '#core/formats/door'
import { marksOf, type DrillMarks } from '#core/ladder/marks'
import type { Context } from '#core/score/prepare'
import { factsOf } from '#core/score/facts'
import { realise } from '#core/score/realise'
import type { Pins } from '#core/schema/fields'
import type { Parsed, Spec } from '#core/schema/parse'
import type { SpecProblem } from '#core/schema/spec-error'
import type { ExportBody, PaperBody } from '#shared/contracts/drills/export'
import { writeOut, writePaper, type WrittenOut } from '../paper/write-out'
import { hashOf } from '../writes/canonical'

/** A drill as it is kept: its spec with every default, its title, the hash of what it comes to. */
export interface WrittenDrill {
  readonly spec: Spec
  readonly title: string
  readonly scoreHash: string
  readonly marks: DrillMarks
}

/** A file on its way from one process to another: its bytes as base64, and how many pages it has. */
export type SentOut =
  | { readonly ok: true; readonly base64: string; readonly pages?: number }
  | { readonly ok: false; readonly error: SpecProblem }

function sent(written: WrittenOut): SentOut {
  if (!written.ok) return written
  const { bytes, ...more } = written
  return { ...more, base64: bytes.toString('base64') }
}

/** What the heavy end of the core does for the server: plain data in, plain data out. */
export const ENGINE_TASKS = {
  /** Checks a spec and realises it, for keeping. */
  write: (spec: unknown): Parsed<WrittenDrill> => {
    const result = realise(spec)
    return result.ok
      ? {
          ok: true,
          value: {
            spec: result.value.spec,
            title: result.value.title,
            scoreHash: hashOf(factsOf(result.value)),
            marks: marksOf(result.value),
          },
        }
      : result
  },
  /** What is wrong with fingers pinned to a drill's notes; null when nothing is. */
  checkPins: (spec: unknown, pins: Pins): SpecProblem | null => {
    const result = realise(spec, { pins })
    return result.ok ? null : result.error
  },
  /** Hash of the sheet that a drill is for somebody; null when it cannot be written for them. */
  sheetHash: (spec: unknown, context: Context): string | null => {
    const result = realise(spec, context)
    return result.ok ? hashOf(factsOf(result.value)) : null
  },
  /** What a door answers for one request, both as JSON text: no answer is copied twice. */
  answer: (request: string): string => JSON.stringify(answerOne(JSON.parse(request))),
  /** Writes a drill in another format. */
  writeOut: async (asked: ExportBody): Promise<SentOut> => sent(await writeOut(asked)),
  /** Writes drills on paper. */
  writePaper: async (asked: PaperBody): Promise<SentOut> => sent(await writePaper(asked)),
}
type Tasks = typeof ENGINE_TASKS

/** The engine as services use it, wherever it runs. */
export type Engine = {
  readonly [T in keyof Tasks]: (...given: Parameters<Tasks[T]>) => Promise<Awaited<ReturnType<Tasks[T]>>>
}

/** The engine in this very process: for loading and for tests, where nobody else waits. */
export const localEngine: Engine = {
  write: async spec => ENGINE_TASKS.write(spec),
  sheetHash: async (spec, context) => ENGINE_TASKS.sheetHash(spec, context),
  checkPins: async (spec, pins) => ENGINE_TASKS.checkPins(spec, pins),
  answer: async request => ENGINE_TASKS.answer(request),
  writeOut: ENGINE_TASKS.writeOut,
  writePaper: ENGINE_TASKS.writePaper,
}
