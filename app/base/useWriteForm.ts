import { useForm } from '@tanstack/vue-form'
import { NIL } from 'uuid'
import { computed, type ComputedRef, type Ref, shallowRef, toRef, type ToRefs, watch } from 'vue'
import type { z } from 'zod'
import { check } from '#core/schema/problem'
import type { ApiError } from './useApi'

/** A body without the id of the write, which is given as it is sent. */
type FieldsOf<S extends z.ZodType> = Omit<z.input<S>, 'id'>

interface WriteFormOptions<S extends z.ZodType, V extends object, A, M> {
  /** The contract of the body: what it refuses is not sent. */
  readonly schema: S
  /** The values the form begins with, asked again whenever it is reset. */
  readonly values: () => V
  /** The body to send. @param button Which button was pressed, where the form has several. */
  readonly body: (values: V, button: M | undefined) => FieldsOf<S>
  readonly send: (fields: FieldsOf<S>, values: V) => Promise<A>
  /** Whether the form's dialog is open: the form is reset as it opens. */
  readonly open?: Ref<boolean>
}

/** Why a form was not sent, or was refused: the field at fault where there is one. */
export interface Refusal {
  readonly path?: string
  readonly message: string
  readonly code?: string
}

export interface WriteForm<V extends object, A, M> {
  /** The values, to be read and set by field. */
  readonly values: V
  /** The same, each as a ref. */
  readonly fields: ToRefs<V>
  /** Whether anything was changed since the form was reset. */
  readonly changed: ComputedRef<boolean>
  readonly busy: ComputedRef<boolean>
  readonly refusal: ComputedRef<Refusal | null>
  /** The message for one field; empty without one. @param path Where the body has it. */
  readonly errorOf: (path: string) => string
  readonly reset: () => void
  /** Checks the values and sends them. @returns The server's answer; null when the contract or the server refused. */
  readonly submit: (button?: M) => Promise<{ readonly answer: A } | null>
}

/**
 * A form that is one write. It is checked against the contract before it is sent, so that a slip needs no round trip.
 */
export function useWriteForm<S extends z.ZodType, V extends object, A, M = never>({
  schema,
  values,
  body,
  send,
  open,
}: WriteFormOptions<S, V, A, M>): WriteForm<V, A, M> {
  let pressed: M | undefined
  let outcome: { readonly answer: A } | null = null
  const refused = shallowRef<ApiError | null>(null)
  const hasId = 'shape' in schema && 'id' in (schema.shape as object)

  const form = useForm({
    defaultValues: values(),
    // What was refused once may be sent again as it is: the server may have changed its mind.
    canSubmitWhenInvalid: true,
    validators: {
      onSubmit: ({ value }) => {
        const fields = body(value, pressed)
        const checked = check(schema, hasId ? { ...fields, id: NIL } : fields)
        return checked.ok ? undefined : checked.error
      },
    },
    onSubmit: async ({ value }) => {
      try {
        outcome = { answer: await send(body(value, pressed), value) }
      } catch (error) {
        refused.value = error as ApiError
      }
    },
  })
  const state = form.useSelector(({ values, isSubmitting, isDefaultValue, errorMap }) => ({
    values,
    isSubmitting,
    isDefaultValue,
    error: (errorMap.onSubmit as Refusal | undefined) ?? null,
  }))
  const refusal = computed<Refusal | null>(() => state.value.error ?? refused.value)

  function reset() {
    refused.value = null
    form.reset(values())
  }
  async function submit(button?: M) {
    pressed = button
    outcome = null
    refused.value = null
    await form.handleSubmit()
    return outcome
  }
  if (open) watch(open, now => now && reset())

  const now = new Proxy({} as V, {
    get: (_, field) => state.value.values[field as keyof V],
    set: (_, field, value) => {
      form.setFieldValue(field as never, value)
      return true
    },
  })
  return {
    values: now,
    fields: Object.fromEntries(
      Object.keys(state.value.values).map(field => [field, toRef(now, field as keyof V)]),
    ) as unknown as ToRefs<V>,
    changed: computed(() => !state.value.isDefaultValue),
    busy: computed(() => state.value.isSubmitting),
    refusal,
    errorOf: path => (refusal.value?.path === path ? refusal.value.message : ''),
    reset,
    submit,
  }
}
