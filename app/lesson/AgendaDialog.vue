<script setup lang="ts">
import { fitLesson, type AgendaEntry } from '#core/practice/agenda/agenda'
import type { AgendaItem } from '#shared/contracts/taught/answers'

/** Arranges a lesson: which drills, in which order, with how many minutes. */
const props = defineProps<{ agenda: readonly AgendaItem[]; items: readonly AgendaEntry[]; minutes: number }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ arrange: [items: readonly AgendaEntry[]] }>()
/** Minutes of a drill that is put in. */
const PUT_IN = 5
const draft = ref<readonly AgendaEntry[]>([])
watch(open, now => {
  if (now) draft.value = props.items
})
const names = computed(() => new Map(props.agenda.map(set => [set.id, set.drillName])))
const left = computed(() => props.agenda.filter(set => !draft.value.some(item => item.id === set.id)))
const total = computed(() => draft.value.reduce((all, item) => all + item.minutes, 0))
const list = useTemplateRef<HTMLElement>('list')
const { move, said } = useOrder<AgendaEntry>(list, {
  items: () => draft.value,
  keep: now => (draft.value = now),
  name: ({ id }) => names.value.get(id) ?? 'The drill',
})
const setMinutes = (id: string, minutes: number) => {
  draft.value = draft.value.map(item => (item.id === id ? { id, minutes } : item))
}
function save() {
  emit('arrange', draft.value)
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Arrange the lesson"
    about="Suggested order: the warm-up, then what is due soon, stalled or behind. Change it as you like."
    wide
  >
    <form class="space-y-4" @submit.prevent="save">
      <p v-if="draft.length === 0" class="text-soft">Nothing planned. Add a drill.</p>
      <ol ref="list" class="space-y-1.5">
        <MovableRow
          v-for="(item, i) in draft"
          :key="item.id"
          :at="i"
          :count="draft.length"
          :out="`Leave ${names.get(item.id)} for another day`"
          @move="move(i, $event)"
          @out="draft = draft.filter(each => each.id !== item.id)"
        >
          <span class="flex-1 min-w-44">{{ names.get(item.id) ?? 'A drill that is off the list' }}</span>
          <BaseStepper
            class="w-36"
            :model-value="item.minutes"
            :label="`Minutes for ${names.get(item.id)}`"
            hide-label
            :min="1"
            :max="240"
            @update:model-value="setMinutes(item.id, $event)"
          />
          <span class="text-soft">min</span>
        </MovableRow>
      </ol>
      <div v-if="left.length > 0">
        <h3 class="text-base mb-1">Not today</h3>
        <div class="flex flex-wrap gap-2">
          <BaseButton
            v-for="set in left"
            :key="set.id"
            :aria-label="`Add ${set.drillName}`"
            @click="draft = [...draft, { id: set.id, minutes: PUT_IN }]"
          >
            + {{ set.drillName }}
          </BaseButton>
        </div>
      </div>
      <p class="flex flex-wrap items-center gap-3 figures" role="status">
        <span :class="total > minutes ? 'text-attention-ink font-bold' : ''">
          {{ total }} of {{ minutes }} minutes
        </span>
        <BaseButton v-if="total !== minutes && draft.length > 0" size="sm" @click="draft = fitLesson(draft, minutes)">
          Fit to {{ minutes }} minutes
        </BaseButton>
      </p>
      <p class="sr-only" role="status">{{ said }}</p>
      <DialogActions action="Save" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
