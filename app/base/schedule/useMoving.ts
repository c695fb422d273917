import { DateTime } from 'luxon'
import { readonly, ref, shallowReadonly, shallowRef, type Ref } from 'vue'
import type { exceptionBody } from '#shared/contracts/lessons/slots'
import type { z } from 'zod'
import { useToasts } from '../stores/toasts'
import { useWrites } from '../stores/writes'

type Exception = Omit<z.infer<typeof exceptionBody>, 'id' | 'slotId' | 'day'>

/** One lesson of a student's weekly ones. */
export interface LessonPlace {
  readonly student: { readonly id: string; readonly name: string }
  readonly slotId: string
  /** The local day the rule puts it on. */
  readonly day: string
  /** The time the rule puts it at, HH:MM. */
  readonly wallTime: string
  /** What was said of it before; null where it is in its place. */
  readonly before: Exception | null
}

const IN_PLACE: Exception = { cancelled: false, to: null, why: null }

/** Moving one lesson, cancelling it, making it up and putting it back; each can be taken back at once. */
export function useMoving(changed: () => Promise<unknown>) {
  const writes = useWrites()
  const toasts = useToasts()
  /** The lesson whose new place is asked for. */
  const moving = shallowRef<LessonPlace | null>(null)
  const cancelling = shallowRef<LessonPlace | null>(null)
  const busy = ref(false)

  const put = ({ student, slotId, day }: LessonPlace, exception: Exception) =>
    writes.send('PUT /api/students/:id/slot/exception', { id: student.id, body: { slotId, day, ...exception } })

  async function change(place: LessonPlace, exception: Exception, said: string): Promise<boolean> {
    busy.value = true
    try {
      await put(place, exception)
      await changed()
      toasts.say(said, {
        action: {
          label: 'Undo',
          run: () => void change({ ...place, before: exception }, place.before ?? IN_PLACE, 'As it was before.'),
        },
      })
      return true
    } catch (refusal) {
      toasts.say((refusal as Error).message, { tone: 'trouble' })
      return false
    } finally {
      busy.value = false
    }
  }

  const inWords = (day: string) => DateTime.fromISO(day, { locale: 'en-GB' }).toFormat('cccc d LLLL')
  return {
    moving: shallowReadonly(moving) as Readonly<Ref<LessonPlace | null>>,
    cancelling: shallowReadonly(cancelling) as Readonly<Ref<LessonPlace | null>>,
    busy: readonly(busy),
    /** Asks where a lesson goes. */
    askWhere: (place: LessonPlace) => {
      moving.value = place
    },
    /** Asks why it is cancelled. */
    askWhy: (place: LessonPlace) => {
      cancelling.value = place
    },
    /** Asks nothing any more. */
    letGo: () => {
      moving.value = null
      cancelling.value = null
    },
    cancel: (place: LessonPlace, why: string | null) =>
      change(
        place,
        { cancelled: true, to: null, why },
        `The lesson of ${place.student.name} on ${inWords(place.day)} is cancelled.`,
      ),
    /** Moves it, or makes it up where it was cancelled. */
    move: (place: LessonPlace, to: { readonly day: string; readonly wallTime: string }, why: string | null) =>
      change(
        place,
        { cancelled: place.before?.cancelled ?? false, to, why },
        `The lesson of ${place.student.name} is on ${inWords(to.day)} at ${to.wallTime}.`,
      ),
    putBack: (place: LessonPlace) =>
      change(place, IN_PLACE, `The lesson of ${place.student.name} is back at its usual time.`),
  }
}

/** Moving lessons as its dialogs share it. */
export type Moving = ReturnType<typeof useMoving>
