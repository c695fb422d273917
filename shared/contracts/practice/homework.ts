import { z } from 'zod'
import { HOMEWORK_FORMS, MOST_CUES } from '#core/practice/homework'
import { ALL_FAULTS } from '#core/schema/faults'
import { bpmSchema, uuidOf, writeId } from '../common'

/** What a student is given to practise: minutes by drill that add up to the day's. */
export const homeworkBody = z.strictObject({
  id: writeId,
  /** The lesson it is given in; null out of one. */
  lessonId: uuidOf('must be a lesson').nullable(),
  given: z
    .strictObject({
      form: z.enum(HOMEWORK_FORMS),
      minutesADay: z.int().min(1, 'must be at least 1').max(240, 'must be at most 240'),
      drills: z
        .array(
          z
            .strictObject({
              assignmentId: uuidOf('must be a drill of this student'),
              taught: z.int().min(0),
              drillName: z.string().min(1).max(160),
              stage: z.string().min(1).max(80),
              bpm: bpmSchema.nullable(),
              targetBpm: bpmSchema.nullable(),
              minutes: z.int().min(1, 'must be at least 1').max(240, 'must be at most 240'),
              heard: z
                .array(z.enum(ALL_FAULTS))
                .max(MOST_CUES, `takes at most ${MOST_CUES} faults`)
                .readonly()
                .optional(),
            })
            .readonly(),
        )
        .min(1, 'give at least one drill')
        .max(24, 'takes at most 24 drills')
        .readonly(),
      note: z.string().trim().max(1000, 'must be at most 1000 characters').nullable(),
    })
    .refine(({ minutesADay, drills }) => drills.reduce((sum, drill) => sum + drill.minutes, 0) === minutesADay, {
      path: ['minutesADay'],
      error: 'the minutes of the drills must add up to those of the day',
    }),
})
