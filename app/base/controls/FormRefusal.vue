<script setup lang="ts">
import { fieldInWords } from '#core/wording/field'
import { capital } from '#core/wording/numbers'

/** Why a form was not taken, unless the field at fault says so itself. */
const props = withDefaults(
  defineProps<{
    refusal: { readonly path?: string; readonly message: string } | null
    saidByFields?: readonly string[]
  }>(),
  { saidByFields: () => [] },
)
const text = computed(() =>
  props.refusal && !props.saidByFields.includes(props.refusal.path ?? '')
    ? [props.refusal.path && capital(fieldInWords(props.refusal.path)), props.refusal.message]
        .filter(Boolean)
        .join(': ')
    : '',
)
</script>

<template>
  <p v-if="text" role="alert" class="text-pain">
    {{ text }}
  </p>
</template>
