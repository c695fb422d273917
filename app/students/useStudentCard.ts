import type { z } from 'zod'
import type { StudentPage } from '#shared/contracts/people/answers'
import { saveStudentBody } from '#shared/contracts/people/students'
import { useWrites } from '../base/stores/writes'
import { useWrite } from '../base/useWrite'

type CardBody = Omit<z.input<typeof saveStudentBody>, 'id'>

/** What a student's card says now, as the server takes it. */
const cardOf = ({ name, birthYear, instrument, instrumentId, hand, habits, about }: StudentPage['student']): CardBody =>
  ({ name, birthYear, instrument, instrumentId, hand, habits, about }) as CardBody

/** Saves a student's card, or part of it. */
export function useStudentCard(student: () => StudentPage['student'] | undefined) {
  const writes = useWrites()
  const { write, ...form } = useWrite(saveStudentBody)

  /** @returns The student's id once the card is written; null when it was refused. */
  async function save(changes: Partial<CardBody>): Promise<string | null> {
    const present = student()
    const card = { ...(present ? cardOf(present) : { instrument: {}, hand: {} }), ...changes } as CardBody
    const done = await write(card, body =>
      present
        ? writes.send('PUT /api/students/:id', { id: present.id, body })
        : writes.send('POST /api/students', { body }),
    )
    return done?.answer.id ?? null
  }

  return { ...form, save }
}
