import type { Grade, Part } from '../grade/grade'
import { realiseGraded, type Graded } from '../grade/graded'
import { parseRequest } from '../schema/parse'
import type { SpecProblem } from '../schema/spec-error'
import type { JudgedBreach, Verdict } from '../score/judge'
import type { Cue, CountPlan, Muting, Report, Score, StepsPlan, Stretch } from '../score/score'
import { cueInWords } from '../wording/cue'
import { breachInWords, QUICK_WAY, reasonInWords, stretchInWords } from '../wording/fingering'
import { partInWords } from '../wording/grade'
import { mutedByInWords } from '../wording/muting'

type Said<T> = T & { readonly message: string }

/** How hard a drill is at its tempo, with a sentence for each part. */
export interface SaidGrade {
  readonly value: number
  readonly parts: readonly (Part & { readonly why: string })[]
}

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
  readonly grade: SaidGrade
}

/** What a door answers for one request. */
export type Answer =
  SaidSheet | (CountPlan & { readonly grade: SaidGrade }) | StepsPlan | { readonly error: SpecProblem }

const saidGrade = ({ value, parts }: Grade): SaidGrade => ({
  value,
  parts: parts.map(part => ({ ...part, why: partInWords(part) })),
})

function saidSheet(sheet: Extract<Graded, { kind: 'sheet' }>): SaidSheet {
  const {
    report,
    fingering: { reasons, breaches, quick, ...verdict },
  } = sheet
  return {
    ...sheet,
    grade: saidGrade(sheet.grade),
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
export type JudgedAnswer = Graded | { readonly error: SpecProblem }

/** Reads one request, a spec or a spec with its context; realises it, with the verdict on its fingers and a grade. */
export function judgedOf(raw: unknown): JudgedAnswer {
  const request = parseRequest(raw)
  if (!request.ok) return { error: request.error }
  const { spec, hand, pins } = request.value
  const result = realiseGraded(spec, { hand, pins })
  return result.ok ? result.value : { error: result.error }
}

/**
 * Puts beside everything found what a teacher would say of it; what has no notes and what went wrong say it themselves.
 */
export function said(judged: JudgedAnswer): Answer {
  if ('error' in judged || judged.kind === 'steps') return judged
  return judged.kind === 'sheet' ? saidSheet(judged) : { ...judged, grade: saidGrade(judged.grade) }
}

/** Answers one request of a door. */
export const answerOne = (raw: unknown): Answer => said(judgedOf(raw))

/** Answers a door: an array gets an array of equal length, a bad member standing as its error. */
export function answer(raw: unknown): Answer | readonly Answer[] {
  return Array.isArray(raw) ? raw.map(answerOne) : answerOne(raw)
}
