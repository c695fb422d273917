import { z } from 'zod'
import { readFrets } from '#core/chords/chord'
import { readChordLine } from '#core/chords/chord-line'
import { SpecError } from '#core/schema/spec-error'
import { personName, writeId } from '../common'

/** What a teacher keeps of chords. */
export const KEPT_KINDS = ['progression', 'shape'] as const

/** What is wrong with chords that are to be kept; null when nothing is. */
function wrongWith(kind: (typeof KEPT_KINDS)[number], chords: string): string | null {
  if (kind === 'progression') {
    const line = readChordLine(chords, 4)
    // The meter is the drill's own: what only a meter of four makes wrong is none of it.
    return line.ok || line.meter ? null : line.why
  }
  try {
    const count = chords.includes('-') ? chords.split('-').length : chords.length
    readFrets(chords, count, 'chords')
    return count >= 6 && count <= 8 ? null : `names ${count} strings; a guitar here has 6 to 8`
  } catch (error) {
    if (error instanceof SpecError) return error.message
    throw error
  }
}

export const keepChordsBody = z
  .strictObject({
    id: writeId,
    kind: z.enum(KEPT_KINDS, { error: 'kind is progression or shape' }),
    name: personName.max(80, 'must be at most 80 characters'),
    chords: z.string().trim().min(1, 'must not be empty').max(400, 'must be at most 400 characters'),
    fingers: z
      .string()
      .regex(/^[0-4x-]{6,8}$/i, 'must have a finger, 0 or - for each string')
      .nullable(),
  })
  .superRefine(({ kind, chords }, context) => {
    const wrong = wrongWith(kind, chords)
    if (wrong) context.addIssue({ code: 'custom', path: ['chords'], message: wrong })
  })

export const archiveChordsBody = z.strictObject({ id: writeId, archived: z.boolean() })
