import { parseRequest } from '../schema/parse'
import type { SpecProblem } from '../schema/spec-error'
import type { JudgedBreach, Verdict } from '../score/judge'
import { realiseJudged, type Judged } from '../score/realise'
import type { Cue, CountPlan, Muting, Report, Score, StepsPlan, Stretch } from '../score/score'
import { cueInWords } from '../wording/cue'
import { breachInWords, QUICK_WAY, reasonInWords, stretchInWords } from '../wording/fingering'
import { mutedByInWords } from '../wording/muting'

type Said<T> = T & { readonly message: string }

/** A sheet as the doors give it: what was found, and beside it what a teacher would say of it. */
export interface SaidSheet extends Omit<Score, 'cues' | 'report'> {
  readonly cues: readonly (Cue & { readonly text: string })[]
  readonly report: Omit<Report, 'quiet' | 'breaches' | 'stretches'> & {
    readonly quiet: readonly (Muting & { readonly by: string })[]
    readonly breaches: readonly Said<Report['breaches'][number]>[]
    readonly stretches: readonly Said<Stretch>[]
  }
  readonly fingering: Omit<Verdict, 'reasons' | 'breaches' | 'quick'> & {
    readonly reasons: Readonly<Record<string, string>>
    readonly breaches: readonly Said<JudgedBreach>[]
    readonly quick?: string
  }
}

/** What a door answers for one request. */
export type Answer = SaidSheet | CountPlan | StepsPlan | { readonly error: SpecProblem }

function saidSheet(sheet: Extract<Judged, { kind: 'sheet' }>): SaidSheet {
  const {
    report,
    fingering: { reasons, breaches, quick, ...verdict },
  } = sheet
  return {
    ...sheet,
    cues: sheet.cues.map(cue => ({ ...cue, text: cueInWords(cue) })),
    report: {
      ...report,
      quiet: report.quiet.map(quiet => ({ ...quiet, by: mutedByInWords(quiet) })),
      breaches: report.breaches.map(breach => ({ ...breach, message: breachInWords(breach) })),
      stretches: report.stretches.map(stretch => ({ ...stretch, message: stretchInWords(stretch) })),
    },
    fingering: {
      ...verdict,
      reasons: Object.fromEntries(Object.entries(reasons).map(([key, reason]) => [key, reasonInWords(reason)])),
      breaches: breaches.map(breach => ({ ...breach, message: breachInWords(breach) })),
      ...(quick && { quick: QUICK_WAY }),
    },
  }
}

/** What a door has found out for one request, before it is said. */
export type JudgedAnswer = Judged | { readonly error: SpecProblem }

/** Reads one request, a spec or a spec with its context, and realises it with the verdict on its fingers. */
export function judgedOf(raw: unknown): JudgedAnswer {
  const request = parseRequest(raw)
  if (!request.ok) return { error: request.error }
  const result = realiseJudged(request.value.spec, { hand: request.value.hand, pins: request.value.pins })
  return result.ok ? result.value : { error: result.error }
}

/**
 * Puts beside everything found what a teacher would say of it; what has no notes and what went wrong say it themselves.
 */
export function said(judged: JudgedAnswer): Answer {
  return 'kind' in judged && judged.kind === 'sheet' ? saidSheet(judged) : judged
}

/** Answers one request of a door. */
export const answerOne = (raw: unknown): Answer => said(judgedOf(raw))

/** Answers a door: an array gets an array of equal length, a bad member standing as its error. */
export function answer(raw: unknown): Answer | readonly Answer[] {
  return Array.isArray(raw) ? raw.map(answerOne) : answerOne(raw)
}
