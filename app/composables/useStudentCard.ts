import { v4 as uuid } from 'uuid'
import type { z } from 'zod'
import { saveStudentBody, type StudentPage } from '#shared/contracts/students'

type CardBody = Omit<z.input<typeof saveStudentBody>, 'id'>

/** What a student's card says now, as the server takes it. */
const cardOf = ({ name, birthYear, instrument, instrumentId, hand, habits, about }: StudentPage['student']): CardBody => ({ name, birthYear, instrument, instrumentId, hand, habits, about } as CardBody)

/** Saves a student's card, or part of it: the contract is asked here first, and a refusal names its field. */
export function useStudentCard(student: () => StudentPage['student'] | undefined) {
  const api = useApi()
  const busy = ref(false)
  const refusal = ref<{ path?: string, message: string } | null>(null)
  let writeId = uuid()

  /** @returns The student's id once the card is written; null when it was refused. */
  async function save(changes: Partial<CardBody>): Promise<string | null> {
    const present = student()
    const body = { ...(present ? cardOf(present) : { instrument: {}, hand: {} }), ...changes, id: writeId }
    refusal.value = null
    // The same contract the server checks by: a slip of the pen needs no round trip.
    const checked = saveStudentBody.safeParse(body)
    if (!checked.success) {
      const [issue] = checked.error.issues
      refusal.value = { path: issue!.path.join('.'), message: issue!.message }
      return null
    }
    busy.value = true
    try {
      const { id } = present ? await api.put<{ id: string }>(`/api/students/${present.id}`, body) : await api.post<{ id: string }>('/api/students', body)
      writeId = uuid()
      return id
    }
    catch (error) {
      refusal.value = error as ApiError
      // What was refused was not written; the corrected card is another write.
      if ((error as ApiError).code !== 'offline') writeId = uuid()
      return null
    }
    finally {
      busy.value = false
    }
  }

  return { busy: readonly(busy), refusal, errorOf: (path: string) => (refusal.value?.path === path ? refusal.value.message : ''), save }
}
