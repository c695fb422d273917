import { navigateTo } from '#imports'
import { readonly, ref } from 'vue'
import type { TodayLesson } from '#shared/contracts/lessons/answers'
import { useToasts } from '../base/stores/toasts'
import { useWrites } from '../base/stores/writes'
import { useWhen } from '../base/useWhen'

/** Begins a student's lesson, planned or out of turn, and goes there. */
export function useLessonStart() {
  const writes = useWrites()
  const toasts = useToasts()
  const when = useWhen()
  /** The student whose lesson is just being begun. */
  const starting = ref<string | null>(null)

  async function start(studentId: string, slot: TodayLesson['slot']) {
    starting.value = studentId
    try {
      const begun = await writes.send('POST /api/lessons', { body: { studentId, slot } })
      if (begun.closed)
        toasts.say(
          `The lesson of ${when.day(begun.closed)} was still open. It was ended with everything recorded in it.`,
        )
      await navigateTo(`/lesson/${begun.id}`)
    } catch (refusal) {
      toasts.say((refusal as Error).message, { tone: 'trouble' })
    } finally {
      starting.value = null
    }
  }

  return { starting: readonly(starting), start }
}
