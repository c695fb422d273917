<script setup lang="ts">
import { gradeOf, regrade, type Grade } from '#core/grade/grade'
import { KNOWN_DRILLS } from '#core/grade/known-drills'
import { GRADE, PARTS, type Weights } from '#core/grade/table'
import { realise } from '#core/score/realise'
import { byInWords } from '#core/wording/change'
import { gradeInWords } from '#core/wording/grade'
import { capital } from '#core/wording/numbers'
import { PART_MEANINGS } from '#core/wording/parts'

useHead({ title: 'Grades · Fidactyl' })
const session = useSession()
const writes = useWrites()
const toasts = useToasts()
const { busy, refusal, attempt } = useAttempt()
const isOwner = computed(() => session.me?.role === 'owner')

/** What counts in the studio now, and what is tried out here. */
const kept = computed<Weights>(() => session.me?.weights ?? GRADE.weights)
const tried = ref<Weights>({ ...kept.value })
watch(kept, now => {
  tried.value = { ...now }
})
const same = (a: Weights, b: Weights) => PARTS.every(name => a[name] === b[name])
const changed = computed(() => !same(tried.value, kept.value))
const usual = computed(() => same(tried.value, GRADE.weights))
const setWeight = (name: keyof Weights, value: number) => {
  tried.value = { ...tried.value, [name]: Math.round(value * 100) / 100 }
}

const known = KNOWN_DRILLS.map(({ name, spec }) => {
  const result = realise(spec)
  return { name, grade: (result.ok && gradeOf(result.value)) as Grade }
})
const effects = computed(() =>
  known.map(({ name, grade }) => {
    const [before, after] = [regrade(grade, kept.value), regrade(grade, tried.value)]
    return { name, before, after, by: after - before }
  }),
)
const round = (value: number) => Math.round(value * 100) / 100
type Effect = (typeof effects.value)[number]
const columns = [
  { id: 'name', header: 'Drill', value: (row: Effect) => row.name },
  { id: 'before', header: 'Now', value: (row: Effect) => row.before, numeric: true },
  { id: 'after', header: 'Then', value: (row: Effect) => row.after, numeric: true },
  { id: 'by', header: 'Change', value: (row: Effect) => row.by, numeric: true },
]

async function keep(weights: Weights | null) {
  const before = session.me?.weights ?? null
  const done = await attempt(() => writes.send('PUT /api/studio/weights', { body: { weights } }))
  if (!done || !session.me) return
  session.me = { ...session.me, weights }
  toasts.say('Grades count by these weights now, for the whole studio.', {
    action: { label: 'Undo', run: () => void keep(before) },
  })
}
</script>

<template>
  <div class="p-5 sm:p-8 max-w-5xl">
    <h1 class="text-3xl mb-3">Grades</h1>
    <div class="max-w-prose space-y-3 mb-8">
      <p>
        A grade says how hard a drill is, from 1.0 to 8.0: at its tempo, on its guitar, for a hand. The same drill is
        harder faster, and harder for a smaller hand.
      </p>
      <p>
        It is worked out from what every note asks of both hands, in ten parts of 0 to 100. Each part takes the hardest
        few notes and how long it goes on, so an easy ending never makes a hard drill easy. The hardest parts decide:
        what is a little harder everywhere counts less than one thing that is very hard.
      </p>
      <p>
        On the bench, press a part to see its notes lit. How far apart two drills are says more than the figure itself:
        half a grade is a step most students notice.
      </p>
    </div>
    <form @submit.prevent="keep(usual ? null : tried)">
      <section class="mb-8">
        <h2 class="text-xl mb-1">Weight of each part</h2>
        <p class="text-soft mb-3">
          {{
            isOwner
              ? 'From 0, nothing, to 1.5. Try out what suits your teaching; below stands what it does, before it is kept.'
              : 'The owner of the studio sets these; you can try out here what other figures would do.'
          }}
        </p>
        <dl class="divide-y divide-line border-y border-line">
          <div
            v-for="name in PARTS"
            :key="name"
            class="grid sm:grid-cols-[minmax(0,1fr)_12rem] gap-x-6 gap-y-1 py-2 items-center"
          >
            <dt>
              <span class="font-bold">{{ capital(name) }}</span>
              <span class="block text-soft">{{ PART_MEANINGS[name] }}</span>
            </dt>
            <dd>
              <BaseStepper
                :model-value="tried[name]"
                :label="`${capital(name)} counts`"
                hide-label
                :min="0"
                :max="1.5"
                :step="0.05"
                @update:model-value="setWeight(name, $event)"
              />
            </dd>
          </div>
        </dl>
      </section>
      <section class="mb-6">
        <h2 class="text-xl mb-1">Ten drills you know</h2>
        <p class="text-soft mb-3">For a hand that reaches 80 mm.</p>
        <DataTable
          caption="Grades of ten known drills now and with what is tried out"
          :rows="effects"
          :columns="columns"
        >
          <template #before="{ row }">{{ gradeInWords(row.before) }}</template>
          <template #after="{ row }">
            <span :class="Math.abs(row.by) >= 0.05 ? 'font-bold' : ''">{{ gradeInWords(row.after) }}</span>
          </template>
          <template #by="{ row }">{{ Math.abs(row.by) >= 0.005 ? byInWords(row.by) : '–' }}</template>
        </DataTable>
        <ChartFigures
          title="Grades of ten known drills"
          :columns="['Drill', 'Now', 'Then', 'Change']"
          :rows="effects.map(({ name, before, after, by }) => [name, ...[before, after, by].map(round)])"
        />
        <ChartFigures
          title="What counts in a grade"
          :columns="['Part', 'Counts now', 'Tried out']"
          :rows="PARTS.map(name => [capital(name), kept[name], tried[name]])"
        />
      </section>
      <FormRefusal :refusal="refusal ? { message: refusal } : null" />
      <div class="flex flex-wrap gap-3">
        <BaseButton v-if="isOwner" tone="action" type="submit" :busy="busy" :disabled="!changed">
          Save for the studio
        </BaseButton>
        <BaseButton :disabled="!changed" @click="tried = { ...kept }">Discard changes</BaseButton>
        <BaseButton :disabled="usual" @click="tried = { ...GRADE.weights }">Default</BaseButton>
      </div>
    </form>
  </div>
</template>
