import { z } from 'zod'
import { handSchema, pinsSchema } from '#core/schema/fields'
import { habitsSchema } from '#core/schema/habits'
import { bpmSchema, personName } from '../common'

/** Formats a drill leaves the studio in, with the ending of the file and its type (IANA, where it is registered). */
export const EXPORT_FORMATS = {
  pdf: { ending: 'pdf', type: 'application/pdf' },
  musicxml: { ending: 'musicxml', type: 'application/vnd.recordare.musicxml+xml' },
  midi: { ending: 'mid', type: 'audio/midi' },
  tab: { ending: 'txt', type: 'text/plain; charset=utf-8' },
  svg: { ending: 'svg', type: 'image/svg+xml' },
} as const
/** A format a drill leaves the studio in. */
export type ExportFormat = keyof typeof EXPORT_FORMATS

const format = z.enum(Object.keys(EXPORT_FORMATS) as [ExportFormat, ...ExportFormat[]], {
  error: issue => `as must be one of ${Object.keys(EXPORT_FORMATS).join(', ')}, not ${JSON.stringify(issue.input)}`,
})
const paper = z.enum(['a4', 'letter'], { error: 'paper is a4 or letter' }).default('a4')

/** Choices of a format; those it has not are passed over. */
const choices = {
  paper,
  /** MusicXML, PDF and SVG: a staff in standard notation above the strings. */
  notation: z.boolean().default(false),
  /** MIDI: a bar counted in and a click on every beat. */
  click: z.boolean().default(false),
  /** PDF and SVG: the lanes of the fretting fingers. */
  lanes: z.boolean().default(true),
}

/** A choice as an address says it. */
const inAddress = z
  .enum(['0', '1', 'true', 'false'], { error: 'must be 0, 1, true or false' })
  .transform(value => value === '1' || value === 'true')
  .default(false)

/** What a saved drill is asked for by its address. */
export const exportQuery = z.object({ as: format, paper, notation: inAddress, click: inAddress })

const said = z.strictObject({
  stage: z.string().max(200),
  minutes: z.string().max(200),
  way: z.string().max(400),
  cues: z.array(z.string().max(600)).max(6),
  cautions: z.array(z.string().max(600)).max(12),
  word: z.string().max(4000).nullable(),
})

/** A drill as it goes on paper: whose it is and what is said of it. */
const printed = {
  name: personName,
  /** Checked where it is realised: a path in it is the drill's own. */
  spec: z.record(z.string(), z.unknown()),
  hand: handSchema.optional(),
  habits: habitsSchema.optional(),
  pins: pinsSchema.optional(),
  student: personName.nullable().default(null),
  tempos: z.strictObject({ start: bpmSchema, target: bpmSchema.nullable() }).nullable().default(null),
  said: said.nullable().default(null),
}
const paperDrill = z.strictObject(printed)
/** A drill on paper. */
export type PaperDrill = z.infer<typeof paperDrill>

/** A drill to be written in a format. */
export const exportBody = z.strictObject({ as: format, ...printed, ...choices })
/** What is asked for one drill. */
export type ExportBody = z.infer<typeof exportBody>

/** The most drills that go on paper at once. */
export const MOST_PRINTED = 60

/** Several drills on paper: a page each, the first line of each, or a week of practice. */
export const paperBody = z.strictObject({
  form: z.enum(['pages', 'compact', 'week'], { error: 'form is pages, compact or week' }),
  heading: personName,
  /** Under the heading: the day, the minutes, what the teacher wrote. */
  lines: z.array(z.string().max(4000)).max(6).default([]),
  drills: z
    .array(paperDrill)
    .min(1, 'needs at least one drill')
    .max(MOST_PRINTED, `takes at most ${MOST_PRINTED} drills`)
    .readonly(),
  paper,
  lanes: choices.lanes,
  notation: choices.notation,
})
/** What is asked of several. */
export type PaperBody = z.infer<typeof paperBody>

/**
 * A name as a file may have it on any system: letters and figures of all scripts, nothing that means something to one.
 * @example fileName('A/B: 1–4?') // 'A B 1–4'
 */
export const fileName = (name: string): string =>
  name
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}/\\:*?"<>|]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '')
    .slice(0, 100)
    .trim() || 'drill'
