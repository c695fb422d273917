<script setup lang="ts">
import type { StudentRow } from '#shared/contracts/people/answers'
import { techniqueLabel, type ShelfEntry } from './shelf-entries'

/** Sets several drills for a student: all at once, or one after the other as each is passed. */
const props = defineProps<{
  students: readonly StudentRow[]
  studentId: string | null
  entries: readonly ShelfEntry[]
  busy: boolean
  error: string
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ set: [wish: { studentId: string; path: boolean }] }>()
const chosen = ref<string | null>(null)
const path = ref(false)
watch(open, now => {
  if (!now) return
  chosen.value = props.studentId
  path.value = false
})
const options = computed(() => props.students.map(each => ({ value: each.id, label: each.name })))
const WAYS = [
  { value: false, label: 'All at once' },
  { value: true, label: 'As a path' },
] as const
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="entries.length === 1 ? 'Assign a drill' : `Assign ${entries.length} drills`"
    about="Each starts at three quarters of its tempo. Ladder drills are copied to your shelf."
  >
    <form class="space-y-4" @submit.prevent="chosen && emit('set', { studentId: chosen, path })">
      <BaseListbox v-model="chosen" label="For" :options="options" />
      <div v-if="entries.length > 1">
        <BaseChips v-model="path" label="How" :options="WAYS" tall />
        <p class="text-soft mt-1">
          {{
            path
              ? 'The first is open at once; each next one opens with a clean pass of the one before at its target.'
              : 'All of them are on the next lesson’s agenda.'
          }}
        </p>
      </div>
      <ol class="list-decimal pl-6 max-h-48 overflow-y-auto" tabindex="0" aria-label="Drills in order">
        <li v-for="entry in entries" :key="entry.ref">
          {{ entry.name }} <span class="text-soft">{{ techniqueLabel(entry.technique) }}, to {{ entry.tempo }}</span>
        </li>
      </ol>
      <FormRefusal :refusal="error ? { message: error } : null" />
      <DialogActions
        :action="chosen ? `Assign to ${options.find(each => each.value === chosen)?.label}` : 'Assign'"
        :busy="busy"
        :disabled="chosen === null"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
