<script setup lang="ts">
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
    ? `${props.refusal.path ? `${props.refusal.path}: ` : ''}${props.refusal.message}`
    : '',
)
</script>

<template>
  <p v-if="text" role="alert" class="text-pain">
    {{ text }}
  </p>
</template>
