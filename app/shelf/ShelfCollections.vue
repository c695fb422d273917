<script setup lang="ts">
import { gradeInWords } from '#core/wording/grade'
import type { ProgrammeRow } from '#shared/contracts/drills/answers'
import { techniqueLabel, type ShelfEntry } from './shelf-entries'

/** A teacher's collections: each a list in an order, dragged or moved by its buttons, set for a student as a whole. */
const props = defineProps<{ shelf: Shelf }>()
const emit = defineEmits<{ set: [entries: readonly ShelfEntry[]]; routine: [entries: readonly ShelfEntry[]] }>()
const { programmes, byRef, opened } = props.shelf
const current = computed(() => programmes.value.find(each => each.id === opened.value) ?? programmes.value[0] ?? null)
const items = computed(() =>
  (current.value?.refs ?? []).map(each => ({ ref: each, entry: byRef.value.get(each) ?? null })),
)
const present = computed(() => items.value.flatMap(({ entry }) => entry ?? []))
const naming = ref<'new' | 'rename' | null>(null)
async function named(name: string) {
  if (naming.value === 'new') {
    if (!(await props.shelf.createProgramme(name, []))) return
  } else if (current.value) await props.shelf.changeProgramme(current.value, { name, refs: current.value.refs })
  naming.value = null
}

const list = useTemplateRef<HTMLElement>('list')
const { move, said } = useOrder<string>(list, {
  items: () => current.value?.refs ?? [],
  keep: refs => void props.shelf.changeProgramme(current.value!, { name: current.value!.name, refs }),
  name: ref => byRef.value.get(ref)?.name ?? 'The drill',
})
const toasts = useToasts()
function takeOut(at: number) {
  const programme = current.value
  if (!programme) return
  const { name, refs: before } = programme
  void props.shelf.changeProgramme(programme, { name, refs: before.filter((_, i) => i !== at) })
  toasts.say(`Removed from “${name}”.`, {
    action: { label: 'Put back', run: () => void props.shelf.changeProgramme(programme, { name, refs: before }) },
  })
}
const label = (programme: ProgrammeRow) => `${programme.name} (${programme.refs.length})`
</script>

<template>
  <div>
    <EmptyState v-if="programmes.length === 0" title="No collection yet">
      A collection is a list of drills in your own order: a term, an exam, a warm-up. Choose drills and add them, or
      start with an empty one.
      <template #action>
        <BaseButton tone="action" @click="naming = 'new'">New collection</BaseButton>
      </template>
    </EmptyState>
    <div v-else class="grid grid-cols-1 gap-6 md:grid-cols-[15rem_minmax(0,1fr)]">
      <nav aria-label="Collections">
        <ul class="space-y-1">
          <li v-for="programme in programmes" :key="programme.id">
            <button
              type="button"
              class="w-full min-h-11 px-3 text-left rounded-md border"
              :class="
                programme.id === current?.id ? 'border-ink font-bold bg-card' : 'border-transparent hover:bg-wood/30'
              "
              :aria-current="programme.id === current?.id ? 'true' : undefined"
              @click="opened = programme.id"
            >
              {{ label(programme) }}
            </button>
          </li>
        </ul>
        <BaseButton class="mt-3 w-full" @click="naming = 'new'">New collection</BaseButton>
      </nav>
      <section v-if="current" :aria-label="current.name">
        <div class="flex flex-wrap items-center gap-3 mb-3">
          <h2 class="text-xl flex-1">{{ current.name }}</h2>
          <BaseButton :disabled="present.length < 2" @click="emit('routine', present)"> As one sheet </BaseButton>
          <BaseButton tone="action" :disabled="present.length === 0" @click="emit('set', present)">
            Assign to a student
          </BaseButton>
          <ActionMenu
            :label="`More for ${current.name}`"
            :items="[
              { label: 'Rename', run: () => (naming = 'rename') },
              { label: 'Put away', run: () => void shelf.archiveProgramme(current!) },
            ]"
          />
        </div>
        <p v-if="items.length === 0" class="text-soft">
          Empty so far. On “Drills”, choose some and press “Add to a collection”.
        </p>
        <ol ref="list" class="space-y-1.5">
          <MovableRow
            v-for="({ ref: key, entry }, i) in items"
            :key="key"
            :at="i"
            :count="items.length"
            :out="`Remove number ${i + 1}`"
            @move="move(i, $event)"
            @out="takeOut(i)"
          >
            <span class="figures w-6 text-right">{{ i + 1 }}</span>
            <div class="flex-1 min-w-44 py-1.5">
              <p class="truncate">{{ entry?.name ?? 'A drill that is off the shelf' }}</p>
              <p v-if="entry" class="text-sm text-soft figures truncate">
                {{ entry.grade === null ? '' : `Grade ${gradeInWords(entry.grade)} · ` }}at {{ entry.tempo }} ·
                {{ techniqueLabel(entry.technique) }}
              </p>
            </div>
          </MovableRow>
        </ol>
        <p class="sr-only" role="status">{{ said }}</p>
      </section>
    </div>
    <NameDialog
      :open="naming !== null"
      :title="naming === 'rename' ? 'Rename the collection' : 'New collection'"
      :action="naming === 'rename' ? 'Rename' : 'Create'"
      :initial="naming === 'rename' ? (current?.name ?? '') : ''"
      :busy="shelf.busy.value"
      :error="shelf.refusal.value"
      @update:open="naming = null"
      @named="named"
    />
  </div>
</template>
