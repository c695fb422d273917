<script setup lang="ts">
import { isOwnMusic } from '#core/families/registry'
import { ArrowUturnLeftIcon, ArrowUturnRightIcon } from '@heroicons/vue/24/outline'
import { PRESETS } from '#core/guitar/presets'
import { reachInWords } from '#core/wording/hand'
import type { StudentRow } from '#shared/contracts/people/answers'

/** What is on the bench, for whom, and what is done with it as a whole. */
const props = defineProps<{
  bench: Bench
  kept: SavedDrill
  assigning: Assigning
  students: readonly StudentRow[]
  /** The lesson the bench was opened from. */
  lessonId: string | null
}>()
const emit = defineEmits<{ anew: []; print: []; keys: []; writeOut: []; paste: []; exportIt: [] }>()
const studentId = defineModel<string | null>('studentId', { required: true })

const { canUndo, canRedo, problem } = props.bench
const { title, ownTitle, state, saved, naming } = props.kept
const { setting, fingersChanged, keepFingers } = props.assigning
const busy = computed(() => props.kept.busy.value || props.assigning.busy.value)
const named = computed(() => props.kept.drill.value !== null)
const impossible = computed(() => problem.value !== null)
/** Own music as it stands: there is nothing to write out. */
const isWritten = computed(() => isOwnMusic(props.bench.raw.value) && props.bench.spec.value!.then.length === 0)
const options = computed(() => [
  { value: null, label: 'No student', detail: 'nobody’s hand' },
  ...props.students
    .filter(each => !each.archived)
    .map(each => ({
      value: each.id,
      label: each.name,
      detail: `${PRESETS[each.instrument.preset].label}, ${reachInWords(each.hand)}`,
    })),
])
const menu = computed(() => [
  { label: 'Print', run: () => emit('print') },
  { label: 'Export', run: () => emit('exportIt'), disabled: impossible.value || props.bench.plan.value !== null },
  {
    label: 'Rename',
    run: () => {
      naming.value = 'rename'
    },
    disabled: !named.value,
  },
  {
    label: 'Duplicate',
    run: () => {
      naming.value = 'duplicate'
    },
    disabled: !named.value,
  },
  { label: 'New drill', run: () => emit('anew') },
  {
    label: 'Write out as own music',
    run: () => emit('writeOut'),
    disabled: impossible.value || props.bench.plan.value !== null || isWritten.value,
  },
  { label: 'Read a file or paste', run: () => emit('paste') },
  { label: 'Keyboard shortcuts', run: () => emit('keys') },
])
</script>

<template>
  <header class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-3">
    <NuxtLink
      v-if="lessonId"
      :to="`/lesson/${lessonId}`"
      class="inline-flex items-center min-h-11 px-3 rounded-md border border-edge/70 bg-card font-bold"
    >
      ← Back to the lesson
    </NuxtLink>
    <div class="min-w-0 flex-1 basis-64">
      <h1 class="text-xl leading-tight line-clamp-2">
        {{ title }}
      </h1>
      <p class="text-soft text-sm truncate">
        {{ state }}<template v-if="named"> · {{ ownTitle }} </template>
      </p>
    </div>
    <div class="w-56 max-sm:w-full">
      <BaseListbox v-model="studentId" label="For" hide-label :options="options" />
    </div>
    <div class="flex flex-wrap gap-2">
      <BaseButton :disabled="!canUndo" aria-label="Undo" @click="bench.undo()">
        <ArrowUturnLeftIcon class="size-5" aria-hidden="true" /><span class="max-xl:hidden">Undo</span>
      </BaseButton>
      <BaseButton :disabled="!canRedo" aria-label="Redo" @click="bench.redo()">
        <ArrowUturnRightIcon class="size-5" aria-hidden="true" /><span class="max-xl:hidden">Redo</span>
      </BaseButton>
      <BaseButton :disabled="impossible || saved !== null" :busy="busy" @click="kept.save()"> Save </BaseButton>
      <BaseButton v-if="fingersChanged" :busy="busy" @click="keepFingers">
        Save these fingers for the student
      </BaseButton>
      <BaseButton tone="action" :disabled="impossible" @click="setting = true">
        <span class="max-sm:hidden">Assign to a student</span><span class="sm:hidden">Assign</span>
      </BaseButton>
      <ActionMenu label="More" :items="menu" />
    </div>
  </header>
</template>
