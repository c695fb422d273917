<script setup lang="ts">
import type { Grade, Part } from '#core/grade/grade'
import { gradeInWords, mainParts, partInWords } from '#core/wording/grade'
import { capital } from '#core/wording/numbers'

/** How hard the drill is, and what makes it so: pressing a part lights its notes on the sheet. */
const props = defineProps<{ grade: Grade | null; busy: boolean; forWhom: string }>()
/** The part whose notes are lit. */
const shown = defineModel<Part['name'] | null>('shown', { required: true })
const parts = computed(() => (props.grade ? mainParts(props.grade, Infinity) : []))
const open = computed(() => parts.value.find(part => part.name === shown.value) ?? null)
const all = ref(false)
const LISTED = 3
const listed = computed(() => (all.value ? parts.value : parts.value.slice(0, LISTED)))
</script>

<template>
  <section aria-label="Grade" class="mb-5">
    <div class="flex items-baseline gap-2 mb-2">
      <h2 class="text-lg flex-1">Grade</h2>
      <NuxtLink to="/grade" class="text-sm text-soft underline underline-offset-4">How grades work</NuxtLink>
    </div>
    <p v-if="!grade" class="text-soft">{{ busy ? 'Working it out…' : 'This has no grade.' }}</p>
    <template v-else>
      <p class="figures">
        <span class="font-head font-bold text-4xl">{{ gradeInWords(grade.value) }}</span>
        <span class="text-soft ml-2">of 8, {{ forWhom }}</span>
      </p>
      <ul class="mt-2">
        <li v-for="part in listed" :key="part.name">
          <button
            type="button"
            class="w-full min-h-9 py-1 text-left hover:bg-wood/30"
            :class="part.name === shown ? 'font-bold' : ''"
            :aria-pressed="part.name === shown"
            @click="shown = part.name === shown ? null : part.name"
          >
            <span class="flex gap-2">
              <span class="flex-1">{{ capital(part.name) }}</span>
              <span class="figures">{{ Math.round(part.value) }}</span>
            </span>
            <span class="block h-1 mt-0.5 rounded-sm bg-wood/60" aria-hidden="true">
              <span
                class="block h-full rounded-sm"
                :class="part.name === shown ? 'bg-attention-ink' : 'bg-edge'"
                :style="{ width: `${part.value}%` }"
              />
            </span>
          </button>
          <p v-if="part.name === shown" class="pb-1.5 pl-3 border-l-4 border-attention" role="status">
            {{ partInWords(part) }}
            <span v-if="part.notes.length > 0" class="text-soft">
              {{ part.notes.length }} {{ part.notes.length === 1 ? 'note' : 'notes' }} lit on the sheet.
            </span>
          </p>
        </li>
      </ul>
      <button
        v-if="parts.length > LISTED"
        type="button"
        class="min-h-9 text-soft underline underline-offset-4"
        :aria-expanded="all"
        @click="all = !all"
      >
        {{ all ? 'Show fewer' : `${parts.length - LISTED} more` }}
      </button>
      <p v-if="!open && parts.length > 0" class="text-soft text-sm mt-1">Press a part to see why, and the notes lit.</p>
    </template>
  </section>
</template>
