import type { Ref } from 'vue'
import type { z } from 'zod'
import type { StudentPage } from '#shared/contracts/people/answers'
import { saveStudentBody } from '#shared/contracts/people/students'
import { useWrites } from '../base/stores/writes'
import { useWriteForm } from '../base/useWriteForm'

type CardBody = Omit<z.input<typeof saveStudentBody>, 'id'>

/** What a student's card says now, as the server takes it. */
const cardOf = ({ name, birthYear, instrument, instrumentId, hand, habits, about }: StudentPage['student']): CardBody =>
  ({ name, birthYear, instrument, instrumentId, hand, habits, about }) as CardBody

/**
 * The form of a student's card, or of part of it; the answer has the student's id.
 * @param student The student; undefined for one that is added.
 * @param form.changes What the values change of the card.
 */
export function useStudentCard<V extends object>(
  student: () => StudentPage['student'] | undefined,
  form: { readonly open: Ref<boolean>; readonly values: () => V; readonly changes: (values: V) => Partial<CardBody> },
) {
  const writes = useWrites()
  return useWriteForm({
    schema: saveStudentBody,
    open: form.open,
    values: form.values,
    body: values => {
      const present = student()
      return { ...(present ? cardOf(present) : { instrument: {}, hand: {} }), ...form.changes(values) } as CardBody
    },
    send: body => {
      const present = student()
      return present
        ? writes.send('PUT /api/students/:id', { id: present.id, body })
        : writes.send('POST /api/students', { body })
    },
  })
}
