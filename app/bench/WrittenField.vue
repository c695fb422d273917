<script setup lang="ts">
/** A parameter typed in its own short notation; taken over when the field is left or Enter is pressed. */
const props = defineProps<{ label: string; text: string; hint?: string; tall?: boolean }>()
const emit = defineEmits<{ written: [text: string] }>()
const id = useId()
const typed = ref(props.text)
watch(
  () => props.text,
  text => {
    typed.value = text
  },
)
function take() {
  if (typed.value !== props.text) emit('written', typed.value)
}
</script>

<template>
  <div>
    <label :for="id" class="block text-sm font-bold text-soft mb-1">{{ label }}</label>
    <textarea
      v-if="tall"
      :id="id"
      v-model="typed"
      rows="4"
      class="w-full rounded-md border border-edge/70 bg-card px-3 py-2"
      :aria-describedby="hint ? `${id}-hint` : undefined"
      @change="take"
    />
    <input
      v-else
      :id="id"
      v-model="typed"
      type="text"
      class="w-full min-h-11 rounded-md border border-edge/70 bg-card px-3 figures"
      :aria-describedby="hint ? `${id}-hint` : undefined"
      @change="take"
      @keydown.enter="take"
    />
    <p v-if="hint" :id="`${id}-hint`" class="text-sm text-soft mt-1">
      {{ hint }}
    </p>
  </div>
</template>
