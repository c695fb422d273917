<script setup lang="ts">
import { StarIcon as StarOutline } from '@heroicons/vue/24/outline'
import { StarIcon } from '@heroicons/vue/24/solid'
import { hasSheet } from '#core/families/registry'
import { realise } from '#core/score/realise'
import { demandInWords } from '#core/wording/demand'
import { gradeInWords } from '#core/wording/grade'
import { capital } from '#core/wording/numbers'
import { benchAddress, techniqueLabel, type ShelfEntry } from './shelf-entries'

/** A drill of the shelf: its first line, its grade and tempo, what is new in it. */
const props = defineProps<{
  entry: ShelfEntry
  favourite: boolean
  chosen: boolean
  /** Names of what should go well first. */
  first: readonly string[]
  actions: readonly { readonly label: string; readonly run: () => void; readonly disabled?: boolean }[]
}>()
const emit = defineEmits<{ favour: [kept: boolean]; choose: [chosen: boolean] }>()
// The words of every card are there before the first of the small sheets is drawn.
const place = useTemplateRef<HTMLElement>('place')
const seen = useWhenSeen(place)
const toTempo = computed(() => hasSheet({ family: String(props.entry.spec.family) }))
const score = computed(() => {
  if (!seen.value || !toTempo.value) return null
  const result = realise(props.entry.spec)
  return result.ok && result.value.kind === 'sheet' ? result.value : null
})
const to = computed(() => benchAddress(props.entry))
const about = computed(() =>
  [
    props.entry.grade === null ? null : `Grade ${gradeInWords(props.entry.grade)}`,
    toTempo.value ? `♩ = ${props.entry.tempo}` : null,
    techniqueLabel(props.entry.technique),
    props.entry.own && props.entry.own.setFor > 0
      ? `set for ${props.entry.own.setFor} ${props.entry.own.setFor === 1 ? 'student' : 'students'}`
      : null,
  ]
    .filter(Boolean)
    .join(' · '),
)
</script>

<template>
  <article class="flex gap-3 border border-line rounded-md bg-card p-3" :class="chosen ? 'outline-2 outline-ink' : ''">
    <label class="shrink-0 min-h-11 min-w-8 flex items-start pt-1">
      <input
        type="checkbox"
        class="size-5 accent-action"
        :checked="chosen"
        @change="emit('choose', ($event.target as HTMLInputElement).checked)"
      />
      <span class="sr-only">Choose {{ entry.name }}</span>
    </label>
    <div class="flex-1 min-w-0">
      <NuxtLink :to="to" class="font-bold underline-offset-4 hover:underline">{{ entry.name }}</NuxtLink>
      <p class="text-sm text-soft figures">{{ about }}</p>
      <p v-if="entry.own && entry.title !== entry.name" class="text-sm text-soft">{{ entry.title }}</p>
      <p v-if="entry.demand" class="text-sm">{{ capital(demandInWords(entry.demand)) }}.</p>
      <p v-if="first.length > 0" class="text-sm text-soft">First: {{ first.join('; ') }}.</p>
      <div v-if="toTempo" ref="place" class="mt-1 max-w-96 min-h-24" aria-hidden="true">
        <SheetThumb v-if="score" :score="score" :width="420" />
      </div>
    </div>
    <div class="shrink-0 flex flex-col gap-1">
      <button
        type="button"
        class="min-h-11 min-w-11 inline-flex items-center justify-center rounded-md hover:bg-wood/40"
        :aria-pressed="favourite"
        :aria-label="`Keep ${entry.name} among the favourites`"
        @click="emit('favour', !favourite)"
      >
        <component
          :is="favourite ? StarIcon : StarOutline"
          class="size-6"
          :class="favourite ? 'text-attention-ink' : 'text-soft'"
          aria-hidden="true"
        />
      </button>
      <ActionMenu :label="`More for ${entry.name}`" :items="actions" />
    </div>
  </article>
</template>
