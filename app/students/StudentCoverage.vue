<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { fingerOrdersOf, FINGERS } from '#core/guitar/finger'
import { COLUMNS } from '#core/ladder/columns/registry'
import { missingAt, type Coverage, type Covered } from '#core/ladder/coverage'
import { GRADE_ROWS } from '#core/ladder/rows'
import type { HandInput } from '#core/schema/fields'
import { plain } from '~/base/useEngine'

/** Which orders, pairs, techniques and grades a student has done, does, or has not touched; and what is missing. */
const props = defineProps<{ studentId: string; hand: HandInput }>()
const { data, error, reload } = useLoaded('GET /api/students/:id/coverage', () => ({ id: props.studentId }))
const engine = useEngine()
const session = useSession()
const coverage = shallowRef<Coverage | null>(null)
watch(
  [data, () => props.hand],
  async () => {
    const weights = session.me?.weights ?? undefined
    if (data.value) coverage.value = await engine.ask().coverageOf(plain(data.value), plain(props.hand), weights)
  },
  { immediate: true },
)

/** A mark that is told by its shape; what it means stands beside it. */
const MARKS: Readonly<Record<Covered, string>> = { done: '●', doing: '◐', left: '○' }
const WORDS: Readonly<Record<Covered, string>> = { done: 'done', doing: 'being worked', left: 'left' }
const mark = (state: Covered | undefined) => (state ? MARKS[state] : '·')
const word = (state: Covered | undefined) => (state ? WORDS[state] : 'untouched')

/** Best clean tempos from which a cell is fully shaded, and how strongly; the figure stands in it as well. */
const [SLOW, FAST] = [40, 160]
const shadeOf = scaleLinear([SLOW, FAST], [6, 55]).clamp(true)
const shade = (bpm: number | undefined) =>
  bpm === undefined
    ? undefined
    : { backgroundColor: `color-mix(in srgb, var(--plan) ${Math.round(shadeOf(bpm))}%, transparent)` }
const pairRows = computed(() =>
  FINGERS.flatMap(first =>
    FINGERS.filter(second => second !== first).map(second => {
      const key = `${first}${second}`
      return [
        `${first} then ${second}`,
        word(coverage.value?.pairs.get(key)),
        coverage.value?.cleanPairs.get(key) ?? null,
      ]
    }),
  ),
)
const techniqueRows = computed(() =>
  COLUMNS.map(column => [
    column.label,
    ...GRADE_ROWS.map(row => word(coverage.value?.cells.get(`${column.name} ${row}`))),
  ]),
)
const orderRows = computed(() =>
  orders.flatMap(each =>
    each.rest.map(order => [
      order.split('').join(' '),
      word(coverage.value?.orders.get(order)),
      coverage.value?.cleanOrders.get(order) ?? null,
    ]),
  ),
)

const orders = FINGERS.map(first => ({
  first,
  rest: fingerOrdersOf(FINGERS.filter(each => each !== first)).map(rest => [first, ...rest].join('')),
}))
/** The grade looked at: the highest that something is done at, until another is chosen. */
const chosen = ref<number | null>(null)
const grade = computed({
  get: () => chosen.value ?? Math.max(1, ...doneRows.value),
  set: value => {
    chosen.value = value
  },
})
const doneRows = computed(() =>
  [...(coverage.value?.cells ?? [])]
    .filter(([, state]) => state === 'done')
    .map(([cell]) => Number(cell.split(' ')[1])),
)
const missing = computed(() => (coverage.value ? missingAt(grade.value, coverage.value) : []))
</script>

<template>
  <section class="mt-8" aria-label="Coverage">
    <h2 class="text-xl mb-1">Coverage</h2>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <p v-else-if="data.length === 0" class="text-soft">Nothing covered yet.</p>
    <template v-else-if="coverage">
      <p class="text-soft mb-3 flex flex-wrap gap-x-4">
        <span v-for="state in ['done', 'doing', 'left'] as const" :key="state">
          <span aria-hidden="true">{{ MARKS[state] }}</span> {{ WORDS[state] }}
        </span>
        <span><span aria-hidden="true">·</span> untouched</span>
        <span>number and shade: best clean tempo, four notes to the beat</span>
      </p>
      <div class="flex flex-wrap gap-x-12 gap-y-6 items-start">
        <div class="max-w-full">
          <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Orders of four fingers">
            <table class="cover">
              <caption>
                Orders of four fingers
              </caption>
              <tbody>
                <tr v-for="each in orders" :key="each.first">
                  <td v-for="order in each.rest" :key="order" :style="shade(coverage.cleanOrders.get(order))">
                    <span class="figures">{{ order.split('').join(' ') }}</span>
                    <span class="mark" :aria-label="word(coverage.orders.get(order))">{{
                      mark(coverage.orders.get(order))
                    }}</span>
                    <span class="tempo figures">{{ coverage.cleanOrders.get(order) ?? '' }}</span>
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
          <ChartFigures
            title="Orders of four fingers"
            :columns="['Order', 'State', 'Best clean tempo']"
            :rows="orderRows"
          />
        </div>
        <div>
          <table class="cover">
            <caption>
              Pairs of fingers
            </caption>
            <thead>
              <tr>
                <td />
                <th v-for="second in FINGERS" :key="second" scope="col">then {{ second }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="first in FINGERS" :key="first">
                <th scope="row">{{ first }}</th>
                <td
                  v-for="second in FINGERS"
                  :key="second"
                  :style="shade(coverage.cleanPairs.get(`${first}${second}`))"
                >
                  <span
                    v-if="first !== second"
                    class="mark"
                    :aria-label="word(coverage.pairs.get(`${first}${second}`))"
                    >{{ mark(coverage.pairs.get(`${first}${second}`)) }}</span
                  >
                  <span v-if="first !== second" class="tempo figures">{{
                    coverage.cleanPairs.get(`${first}${second}`) ?? ''
                  }}</span>
                </td>
              </tr>
            </tbody>
          </table>
          <ChartFigures title="Pairs of fingers" :columns="['Pair', 'State', 'Best clean tempo']" :rows="pairRows" />
        </div>
      </div>
      <div class="flex flex-wrap gap-x-12 gap-y-6 items-start mt-6">
        <div class="max-w-full overflow-x-auto" tabindex="0" role="region" aria-label="Techniques by grade">
          <table class="cover wide">
            <caption>
              Techniques by grade, for this hand
            </caption>
            <thead>
              <tr>
                <th scope="col">Technique</th>
                <th v-for="row in GRADE_ROWS" :key="row" scope="col" class="figures">{{ row }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="column in COLUMNS" :key="column.name">
                <th scope="row">{{ column.label }}</th>
                <td v-for="row in GRADE_ROWS" :key="row">
                  <span class="mark" :aria-label="word(coverage.cells.get(`${column.name} ${row}`))">{{
                    mark(coverage.cells.get(`${column.name} ${row}`))
                  }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="flex-1 basis-64">
          <BaseStepper v-model="grade" label="What is missing at grade" :min="1" :max="8" class="max-w-56" />
          <p v-if="missing.length === 0" class="mt-2">Every technique of this grade has been practised.</p>
          <ul v-else class="mt-2 flex flex-wrap gap-x-4">
            <li v-for="column in missing" :key="column.name">
              <NuxtLink
                :to="{ path: '/shelf', query: { student: studentId, technique: column.name, grade } }"
                class="inline-flex items-center min-h-9 underline underline-offset-4"
              >
                {{ column.label }}
              </NuxtLink>
            </li>
          </ul>
        </div>
      </div>
      <ChartFigures
        title="Techniques by grade"
        :columns="['Technique', ...GRADE_ROWS.map(row => `Grade ${row}`)]"
        :rows="techniqueRows"
      />
    </template>
  </section>
</template>

<style scoped>
.cover caption {
  text-align: left;
  font-weight: 700;
  padding-bottom: 0.25rem;
}
.cover :is(td, th) {
  padding: 0.15rem 0.5rem;
  border-bottom: 1px dotted var(--line);
  text-align: center;
  font-weight: 400;
  white-space: nowrap;
}
.cover th[scope='row'] {
  text-align: left;
}
.cover thead th {
  color: var(--soft);
  font-size: 0.875rem;
}
.mark {
  display: inline-block;
  min-width: 1.1rem;
  margin-left: 0.25rem;
}
.tempo {
  display: inline-block;
  min-width: 1.6rem;
  margin-left: 0.2rem;
  font-size: 0.8125rem;
  text-align: right;
}
.cover.wide td {
  min-width: 2.25rem;
}
</style>
