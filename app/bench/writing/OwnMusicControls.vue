<script setup lang="ts">
import { partsOf, type Free } from '#core/families/free'
import { notesOn } from './notes-on'

/** Where own music came from, and how more of it comes in. */
const props = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ paste: []; clear: []; writeOut: []; back: [spec: Record<string, unknown>] }>()
const from = useField<Free['from']>(props.bench, 'free.from')
const parts = computed(() => partsOf(notesOn(props.bench.raw.value)))
const varied = computed(() => (props.bench.spec.value?.then.length ?? 0) > 0)
</script>

<template>
  <div class="space-y-3">
    <div v-if="from?.spec">
      <p class="text-soft">Written out from “{{ from.title }}”.</p>
      <BaseButton size="sm" class="mt-1.5" @click="emit('back', from.spec!)"> Back to that drill </BaseButton>
    </div>
    <div v-if="varied">
      <p class="text-soft">Variations are on: to edit notes, remove the variations or write them out.</p>
      <BaseButton size="sm" class="mt-1.5" @click="emit('writeOut')"> Write the variations out </BaseButton>
    </div>
    <ol v-if="parts.length > 0" aria-label="Drills of the routine">
      <li v-for="(part, i) in parts" :key="i" class="text-soft">{{ i + 1 }}. {{ part.title }}</li>
    </ol>
    <div class="flex flex-wrap gap-2">
      <BaseButton size="sm" @click="emit('paste')"> Read a file or paste </BaseButton>
      <BaseButton v-if="!varied" size="sm" @click="emit('clear')"> Start with an empty sheet </BaseButton>
    </div>
  </div>
</template>
