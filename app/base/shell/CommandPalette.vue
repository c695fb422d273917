<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'

/** The way to anywhere by a few letters: places, students, drills, and what can be done here. */
const open = defineModel<boolean>('open', { required: true })

interface Goal {
  readonly id: string
  readonly kind: 'Place' | 'Student' | 'Drill' | 'Here'
  readonly label: string
  readonly hint?: string
  readonly go: () => unknown
}
const PLACES: readonly Goal[] = [
  ['Today', '/'],
  ['Students', '/students'],
  ['Bench', '/bench'],
  ['Shelf', '/shelf'],
  ['Studio', '/studio'],
].map(([label, to]) => ({ id: to!, kind: 'Place', label: label!, go: () => navigateTo(to) }))
const MOST = 12

const search = ref('')
const api = useApi()
const found = shallowRef<readonly Goal[]>([])
/** It is made when it is opened: what can be gone to is asked for then. */
onMounted(async () => {
  // What cannot be asked for now is left out; the places are always there.
  const [roster, drills] = await Promise.all([
    api.call('GET /api/students').catch(() => null),
    api.call('GET /api/drills').catch(() => null),
  ])
  found.value = [
    ...(roster?.students ?? []).map((each): Goal => ({
      id: each.id,
      kind: 'Student',
      label: each.name,
      go: () => navigateTo(`/students/${each.id}`),
    })),
    ...(drills ?? [])
      .filter(each => !each.archived)
      .map((each): Goal => ({
        id: each.id,
        kind: 'Drill',
        label: each.name,
        go: () => navigateTo({ path: '/bench', query: { drill: each.id } }),
      })),
  ]
})
const actions = computed(() =>
  keysHere.value
    .filter(shortcut => shortcut.held === undefined)
    .map((shortcut): Goal => ({
      id: `key ${shortcut.key}`,
      kind: 'Here',
      label: shortcut.label,
      hint: keyName(shortcut),
      go: shortcut.run,
    })),
)
const goals = computed(() => {
  const letters = search.value.trim().toLowerCase()
  return [...actions.value, ...PLACES, ...found.value]
    .filter(goal => goal.label.toLowerCase().includes(letters))
    .slice(0, MOST)
})
async function take(goal: Goal | null) {
  if (!goal) return
  open.value = false
  // The keys of a place wait until no dialog is open.
  await nextTick()
  await goal.go()
}
</script>

<template>
  <BaseDialog v-model:open="open" title="Go to" about="A page, a student, a drill or an action.">
    <Combobox :model-value="null" @update:model-value="take">
      <ComboboxInput
        class="w-full min-h-12 rounded-md border border-edge/70 bg-card px-3"
        aria-label="Go to"
        placeholder="A few letters"
        autocomplete="off"
        @change="search = $event.target.value"
      />
      <ComboboxOptions static class="mt-2 divide-y divide-line">
        <ComboboxOption v-for="goal in goals" :key="goal.id" v-slot="{ active }" :value="goal" as="template">
          <li
            class="flex justify-between gap-4 min-h-11 items-center px-3 rounded-md cursor-pointer"
            :class="active ? 'bg-wood/50' : ''"
          >
            <span>{{ goal.label }}</span>
            <span class="text-soft">{{ goal.hint ? `${goal.kind} · ${goal.hint}` : goal.kind }}</span>
          </li>
        </ComboboxOption>
      </ComboboxOptions>
      <p v-if="goals.length === 0" role="status" class="text-soft px-3 py-3">No match</p>
    </Combobox>
  </BaseDialog>
</template>
