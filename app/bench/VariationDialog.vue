<script setup lang="ts">
import { changeOf, MOST_VARIATIONS, playVariation, type VariationChoice } from '#core/variations/choices'
import { differingNotes } from '#core/variations/differs'
import { shortTitle } from '#core/schema/title'
import { gradeInWords } from '#core/wording/grade'
import { capital } from '#core/wording/numbers'
import type { StudentRow } from '#shared/contracts/people/answers'
import type { AssignmentDetail } from '#shared/contracts/taught/answers'

/**
 * Up to eight ways to play the drill on the bench, side by side: what each trains, how fast and how hard it is; two at
 * full size; any of them kept as drills, set as the student's next ones, or put on the bench.
 */
const props = defineProps<{
  bench: Bench
  student: StudentRow | null
  /** The set drill the bench is about: variations can be kept for its standstill. */
  assignment: AssignmentDetail | null
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ take: [spec: Record<string, unknown>]; offered: [] }>()
const writes = useWrites()
const toasts = useToasts()
const { attempt, busy, refusal } = useAttempt()
const engine = useEngine()

const spec = computed(() => props.bench.spec.value!)
const ways = useTemplateRef<HTMLElement>('ways')
/** Ways to vary this drill, looked through in the worker; null meanwhile. */
const choices = shallowRef<readonly VariationChoice[] | null>(null)
/** The variations in sight, each one or several choices by id. */
const wanted = ref<readonly (readonly string[])[]>([])
watch(open, async now => {
  if (!now) return
  choices.value = null
  wanted.value = []
  kept.value = []
  compared.value = []
  saved.clear()
  choices.value = await engine.ask().worthwhile(plain(spec.value))
  wanted.value = choices.value.slice(0, 4).map(({ id }) => [id])
  // What the dialog begins with came after it opened.
  await nextTick()
  ways.value?.querySelector('button')?.focus()
})
const named = (id: string) => choices.value?.find(choice => choice.id === id)
const cards = computed(() =>
  wanted.value.map(ids => {
    const own = ids.map(named).filter((each): each is VariationChoice => each !== undefined)
    const played = playVariation(spec.value, own)
    return {
      key: ids.join('+'),
      ids,
      label: capital(own.map(({ label }) => label).join(', then ')),
      trains: own.map(({ trains }) => trains).join('; '),
      played,
      differing: played && props.bench.score.value ? differingNotes(props.bench.score.value, played.score) : [],
    }
  }),
)
const isShown = (id: string) => wanted.value.some(ids => ids.length === 1 && ids[0] === id)
function toggle(id: string) {
  if (isShown(id)) wanted.value = wanted.value.filter(ids => !(ids.length === 1 && ids[0] === id))
  else if (wanted.value.length < MOST_VARIATIONS) wanted.value = [...wanted.value, [id]]
}
const full = computed(() => wanted.value.length >= MOST_VARIATIONS)
function combine(i: number, id: string) {
  if (id) wanted.value = wanted.value.map((ids, k) => (k === i ? [...ids, id] : ids))
}
function drop(i: number) {
  wanted.value = wanted.value.filter((_, k) => k !== i)
}
const more = (ids: readonly string[]) => [
  { value: '', label: 'Combine with…' },
  ...(choices.value ?? [])
    .filter(({ id }) => !ids.includes(id))
    .map(({ id, label }) => ({ value: id, label: capital(label) })),
]

/** Grades as this studio counts them, from the worker, each when it is known. */
const weights = computed(() => useSession().me?.weights ?? undefined)
const grades = shallowRef<ReadonlyMap<string, number>>(new Map())
watch([spec, () => props.student, weights], () => {
  grades.value = new Map()
})
watch([cards, () => props.student], async ([now, student], _, onCleanup) => {
  let overtaken = false
  onCleanup(() => {
    overtaken = true
  })
  for (const { key, played } of now) {
    if (grades.value.has(key) || !played) continue
    const asked = plain({ spec: played.spec, hand: student?.hand, habits: student?.habits, weights: weights.value })
    const judged = await engine.ask().judge(asked.spec, { hand: asked.hand, habits: asked.habits }, asked.weights)
    if (overtaken) return
    if (judged.ok && judged.value.kind === 'sheet')
      grades.value = new Map([...grades.value, [key, judged.value.grade.value]])
  }
})

const kept = ref<readonly string[]>([])
const compared = ref<readonly string[]>([])
const without = (list: readonly string[], key: string) => list.filter(each => each !== key)
const tick = (key: string) => {
  kept.value = kept.value.includes(key) ? without(kept.value, key) : [...kept.value, key]
}
/** Two at most: a third takes the place of the first. */
const compare = (key: string) => {
  compared.value = compared.value.includes(key) ? without(compared.value, key) : [...compared.value, key].slice(-2)
}
const beside = computed(() => cards.value.filter(({ key, played }) => played && compared.value.includes(key)))
const chosen = computed(() => cards.value.filter(({ key, played }) => played && kept.value.includes(key)))

/** Drills that were saved already, should the next of them fail and all be tried again. */
const saved = new Map<string, string>()
/** Saves the chosen ones as drills. @returns Their ids. */
async function save(): Promise<string[]> {
  const ids: string[] = []
  for (const { key, played } of chosen.value) {
    const name = shortTitle(played!.score.title).slice(0, 120)
    const id = saved.get(key) ?? (await writes.send('POST /api/drills', { body: { name, spec: played!.spec } })).id
    saved.set(key, id)
    ids.push(id)
  }
  return ids
}
const count = computed(() => `${chosen.value.length} ${chosen.value.length === 1 ? 'drill' : 'drills'}`)
async function keep() {
  const words = count.value
  if (!(await attempt(save))) return
  toasts.say(`${capital(words)} kept on your shelf.`)
  open.value = false
}
/** Keeps the chosen ones to be offered when the set drill stands still, in place of those kept before. */
async function offer() {
  const { assignment } = props
  const variations = chosen.value.map(({ label, played }) => ({
    name: label.slice(0, 80),
    change: changeOf(assignment!.spec, played!.choices),
  }))
  if (
    !(await attempt(() =>
      writes.send('PUT /api/assignments/:id/variations', { id: assignment!.id, body: { variations } }),
    ))
  )
    return
  toasts.say(
    variations.length > 0
      ? `Offered when “${assignment!.drillName}” stalls: ${variations.map(each => each.name).join('; ')}.`
      : `When “${assignment!.drillName}” stalls, only the standard variations are offered.`,
  )
  emit('offered')
  open.value = false
}
async function setNext() {
  const { student } = props
  const words = count.value
  const done = await attempt(async () => {
    await writes.send('POST /api/students/:id/drills', { id: student!.id, body: { refs: await save(), path: true } })
  })
  if (!done) return
  toasts.say(`${capital(words)} set for ${student!.name}, one after the other.`)
  open.value = false
}
</script>

<template>
  <BaseDialog v-model:open="open" title="Variations side by side" :about="bench.score.value?.title" full>
    <div ref="ways" class="flex flex-wrap gap-1.5" role="group" aria-label="Ways to vary">
      <button
        v-for="choice in choices ?? []"
        :key="choice.id"
        type="button"
        class="rounded-md border min-h-9 px-2.5 disabled:opacity-55"
        :class="isShown(choice.id) ? 'bg-ink text-card border-ink font-bold' : 'bg-card border-line hover:border-edge'"
        :aria-pressed="isShown(choice.id)"
        :disabled="full && !isShown(choice.id)"
        @click="toggle(choice.id)"
      >
        {{ capital(choice.label) }}
      </button>
    </div>
    <p v-if="choices === null" class="text-soft" role="status">Looking for variations…</p>
    <p v-else class="text-soft mt-1" role="status">
      {{ wanted.length }} of {{ MOST_VARIATIONS }} shown{{ full ? '; remove one to see another' : '' }}.
    </p>
    <div v-if="beside.length > 0" class="mt-3 space-y-3" role="group" aria-label="At full size">
      <section
        v-for="card in beside"
        :key="card.key"
        class="border border-line rounded-md p-3"
        :aria-label="card.label"
      >
        <p class="font-bold">{{ card.label }}</p>
        <DrillSheet :score="card.played!.score" lanes :lit="card.differing" />
      </section>
    </div>
    <ul class="mt-3 grid grid-cols-1 md:grid-cols-2 xl:grid-cols-3 gap-3">
      <li v-for="(card, i) in cards" :key="card.key" class="border border-line rounded-md p-3 flex flex-col gap-2">
        <div class="flex items-start gap-2">
          <p class="font-bold flex-1">{{ card.label }}</p>
          <BaseButton size="sm" :aria-label="`Remove ${card.label}`" @click="drop(i)">×</BaseButton>
        </div>
        <template v-if="card.played">
          <SheetThumb :score="card.played.score" :width="420" :lit="card.differing" />
          <p class="text-soft">
            Trains {{ card.trains }}.{{ card.differing.length > 0 ? ' What differs is marked.' : '' }}
          </p>
          <p class="figures">
            {{ card.played.score.notesPerSecond.toFixed(1) }} notes a second at {{ card.played.score.tempo }}
            <template v-if="grades.has(card.key)"> · grade {{ gradeInWords(grades.get(card.key)!) }}</template>
          </p>
          <div class="flex flex-wrap gap-1.5 mt-auto">
            <ToggleButton :model-value="kept.includes(card.key)" @update:model-value="tick(card.key)">
              Choose
            </ToggleButton>
            <ToggleButton :model-value="compared.includes(card.key)" @update:model-value="compare(card.key)">
              Full size
            </ToggleButton>
            <BaseButton size="sm" @click="emit('take', card.played.spec)"> Open on the bench </BaseButton>
          </div>
        </template>
        <p v-else class="text-attention-ink">These cannot be combined on this drill.</p>
        <BaseListbox
          :model-value="''"
          :label="`Combine ${card.label} with`"
          hide-label
          :options="more(card.ids)"
          @update:model-value="combine(i, $event)"
        />
      </li>
    </ul>
    <p v-if="assignment && assignment.variations.length > 0" class="mt-3 text-soft">
      Offered when stalled: {{ assignment.variations.map(each => each.name).join('; ') }}.
      <button v-if="chosen.length === 0" type="button" class="underline underline-offset-4 min-h-9" @click="offer">
        Stop offering them
      </button>
    </p>
    <p v-if="choices !== null && cards.length === 0" class="mt-3 text-soft">
      Choose a variation to see its sheet here.
    </p>
    <FormRefusal :refusal="refusal ? { message: refusal } : null" />
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex flex-wrap justify-end gap-3 bg-card px-6 pt-3 pb-6">
      <BaseButton @click="open = false">Close</BaseButton>
      <BaseButton v-if="assignment" :busy="busy" :disabled="chosen.length === 0" @click="offer">
        Offer when stalled
      </BaseButton>
      <BaseButton v-if="student" :busy="busy" :disabled="chosen.length === 0" @click="setNext">
        Assign to {{ student.name }} next
      </BaseButton>
      <BaseButton tone="action" :busy="busy" :disabled="chosen.length === 0" @click="keep">
        {{ chosen.length === 0 ? 'Save as drills' : `Save ${count}` }}
      </BaseButton>
    </div>
  </BaseDialog>
</template>
