import { z } from 'zod'
import { handSchema, instrumentSchema } from '#core/schema/fields'
import { habitsSchema } from '#core/schema/habits'
import { SCHOOLS } from '#core/schema/plan-fields'
import { personName, uuidOf, writeId } from '../common'
import { slotFields } from '../lessons/slots'

const studentFields = {
  name: personName,
  birthYear: z.int('must be a year').min(1900, 'must be a year').max(2100, 'must be a year').nullable(),
  instrument: instrumentSchema,
  /** One of the teacher's own guitars, whose figures then count. */
  instrumentId: uuidOf('must be a guitar of yours').nullable().optional(),
  hand: handSchema,
  habits: habitsSchema.optional(),
  about: z.string().trim().max(2000, 'must be at most 2000 characters'),
}

export const saveStudentBody = z.strictObject({ id: writeId, ...studentFields })
/** The school a student's drills are set by unless something else is said; null for the usual one. */
export const schoolBody = z.strictObject({
  id: writeId,
  school: z.enum(SCHOOLS, { error: `must be one of ${SCHOOLS.join(', ')}` }).nullable(),
})

export const archiveStudentBody = z.strictObject({ id: writeId, archived: z.boolean() })

/** A student as a list brings them in: a card, and the weekly lesson where the list says one. */
export const listedStudent = z.strictObject({ ...studentFields, slot: z.strictObject(slotFields).nullable() })

/** Students of one list at most. */
export const MOST_LISTED = 200

/** Students brought in together: all of them or none. */
export const severalStudentsBody = z.strictObject({
  id: writeId,
  students: z
    .array(listedStudent)
    .min(1, 'there is nobody to add')
    .max(MOST_LISTED, `takes at most ${MOST_LISTED} students at once`),
})

/** Takes students back that were just brought in. */
export const takeBackStudentsBody = z.strictObject({
  id: writeId,
  studentIds: z.array(uuidOf('must be a student of yours')).min(1).max(MOST_LISTED).readonly(),
})

/** Erasing asks for the student's name, letter by letter. */
export const eraseStudentBody = z.strictObject({ id: writeId, name: z.string() })
