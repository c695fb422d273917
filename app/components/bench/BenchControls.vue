<script setup lang="ts">
import { romanPosition } from '#core/fretboard/geometry'
import { PRESET_NAMES, PRESETS } from '#core/fretboard/presets'
import { FAMILIES, familyNamed } from '#core/families/registry'
import { PLUCKING } from '#core/strokes/registry'
import type { Transform } from '#core/spec/fields'
import { transformsInWords } from '#core/transforms/registry'

/** The parameters of the drill on the bench: the family's own, described by its data, then those all families share. */
const props = defineProps<{ bench: Bench }>()
const family = computed(() => familyNamed(props.bench.spec.value!.family))
const uses = (control: string) => 'uses' in family.value && (family.value.uses as readonly string[]).includes(control)
const onSheet = computed(() => 'uses' in family.value)
const familyName = computed({ get: () => family.value.name, set: name => props.bench.changeFamily(name) })
const spec = computed(() => props.bench.spec.value!)

function bound<T>(path: string) {
  return computed<T>({ get: () => props.bench.get(path) as T, set: value => props.bench.set(path, value) })
}

const perBeat = bound<number>('rhythm.perBeat')
const position = bound<number>('position')
const times = bound<number>('times')
const hold = bound<string>('hold')
const soundLength = bound<string>('sound.length')
const slurs = bound<number[]>('slurs')
const system = bound<string>('plucking.system')
const start = bound<string>('plucking.start')
const stroke = computed({ get: () => spec.value.plucking.stroke ?? '', set: way => props.bench.set('plucking.stroke', way || undefined) })
const cycle = computed({ get: () => spec.value.plucking.cycle ?? 'pmpa', set: round => props.bench.set('plucking.cycle', round) })
const SYSTEMS = Object.entries(PLUCKING).filter(([value]) => value !== 'given').map(([value, { label }]) => ({ value, label }))
const travel = bound<string>('strings.travel')
const repeatTurn = bound<boolean>('strings.repeatTurn')
const from = bound<number>('strings.from')
const to = bound<number>('strings.to')
const meter = computed({ get: () => spec.value.rhythm.meter.join('/'), set: text => props.bench.set('rhythm.meter', text.split('/').map(Number)) })
const accentEvery = computed({ get: () => spec.value.sound.accentEvery ?? 0, set: every => props.bench.set('sound.accentEvery', every || undefined) })
const preset = computed({ get: () => spec.value.instrument.preset, set: name => props.bench.set('instrument', { preset: name }) })
const capo = computed({ get: () => spec.value.instrument.capo ?? 0, set: fret => props.bench.set('instrument.capo', fret || undefined) })

const stringCount = computed(() => spec.value.instrument.tuning?.length ?? 6)
const orderKind = computed({
  get: () => (typeof spec.value.strings.order === 'string' ? spec.value.strings.order : 'list'),
  set: kind => props.bench.set('strings.order', kind === 'list' ? [6, 4, 2] : kind),
})
const ownList = computed(() => (typeof spec.value.strings.order === 'string' ? '' : spec.value.strings.order.join(' ')))
function typeList(event: Event) {
  const strings = ((event.target as HTMLInputElement).value.match(/\d/g) ?? []).map(Number)
  if (strings.length > 0) props.bench.set('strings.order', strings)
}

const METERS = ['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'].map(value => ({ value, label: value }))
const HOLDS = [{ value: 'until-needed', label: 'until needed' }, { value: 'legato-only', label: 'until the next note' }, { value: 'lift', label: 'lift at once' }]
const LENGTHS = [{ value: 'legato', label: 'legato' }, { value: 'staccato', label: 'staccato' }, { value: 'muted', label: 'muted' }]
const TRAVEL = [{ value: 'there-and-back', label: 'there and back' }, { value: 'there', label: 'there' }, { value: 'back', label: 'back' }]
// As many notes as the longest string visit of the drill has, within reason.
const visitLength = computed(() => {
  const sizes = new Map<string, number>()
  let visit = ''
  let last = 0
  for (const note of props.bench.score.value?.notes ?? []) {
    if (note.string !== last) visit = note.key
    last = note.string
    sizes.set(visit, (sizes.get(visit) ?? 0) + 1)
  }
  const own = (props.bench.get(`${family.value.name}.fingers`) as number[] | undefined)?.length
  return Math.min(8, family.value.name === 'order' ? own ?? 4 : Math.max(2, ...sizes.values()))
})
const slurOptions = computed(() => Array.from({ length: Math.max(0, visitLength.value - 1) }, (_, i) => ({ value: i + 2, label: `note ${i + 2}` })))
const frets = (place: number) => `${romanPosition(place)} · frets ${place}–${place + 3}`

const TRANSFORMS: readonly { readonly label: string, readonly transform: Transform }[] = [
  { label: 'Reverse', transform: { do: 'reverse' } },
  { label: 'Mirror', transform: { do: 'mirror' } },
  { label: 'Start on note 2', transform: { do: 'rotate', n: 2 } },
  { label: 'Turn the strokes', transform: { do: 'strokes', by: 1 } },
  { label: 'Accent every third', transform: { do: 'accents', every: 3, from: 1 } },
  { label: 'A string thinner', transform: { do: 'string-set', by: -1 } },
  { label: 'A string thicker', transform: { do: 'string-set', by: 1 } },
]
const then = computed(() => spec.value.then)
const addTransform = (transform: Transform) => props.bench.set('then', [...then.value, transform])
const dropTransform = (place: number) => props.bench.set('then', then.value.filter((_, i) => i !== place))
const moveTo = ref(7)
const startOn = ref(3)
const toBeat = ref(3)
</script>

<template>
  <div class="space-y-5">
    <BaseListbox
      v-model="familyName"
      label="Family"
      :options="FAMILIES.map(each => ({ value: each.name, label: each.label, detail: each.purpose(bench.spec.value!, each.opening) }))"
    />
    <BenchFamilyControls
      :bench="bench"
      :family="family"
    />
    <BaseStepper
      v-if="uses('position')"
      v-model="position"
      label="Position"
      :min="1"
      :max="24"
      :show="frets"
    />
    <section
      v-if="uses('strings')"
      class="space-y-3"
      aria-label="Strings"
    >
      <BaseChips
        v-model="orderKind"
        label="Strings"
        :options="[{ value: 'adjacent', label: 'neighbours' }, { value: 'skip', label: 'skip one' }, { value: 'list', label: 'own list' }]"
      />
      <div
        v-if="orderKind !== 'list'"
        class="grid grid-cols-2 gap-2"
      >
        <BaseStepper
          v-model="from"
          label="From string"
          :min="1"
          :max="stringCount"
        />
        <BaseStepper
          v-model="to"
          label="To string"
          :min="1"
          :max="stringCount"
        />
      </div>
      <label
        v-else
        class="block text-sm font-bold text-soft"
      >Strings in order
        <input
          class="mt-1 w-full min-h-11 rounded-md border border-edge/70 bg-card px-3 text-ink text-base figures"
          inputmode="numeric"
          :value="ownList"
          @change="typeList"
        >
      </label>
      <BaseChips
        v-model="travel"
        label="Travel"
        :options="TRAVEL"
      />
      <label
        v-if="travel === 'there-and-back'"
        class="flex items-center gap-2 min-h-9"
      >
        <input
          v-model="repeatTurn"
          type="checkbox"
          class="size-5 accent-(--action)"
        >
        play the turning string twice
      </label>
    </section>
    <section
      v-if="family.name !== 'warmup'"
      class="space-y-3"
      aria-label="Time"
    >
      <BaseChips
        v-if="uses('perBeat')"
        v-model="perBeat"
        label="Notes per beat"
        :columns="8"
        figures
        :options="[1, 2, 3, 4, 5, 6, 7, 8].map(value => ({ value, label: String(value) }))"
      />
      <div class="grid grid-cols-2 gap-2">
        <BaseListbox
          v-model="meter"
          label="Meter"
          :options="METERS"
        />
        <BaseStepper
          v-if="onSheet"
          v-model="times"
          label="Times through"
          :min="1"
          :max="40"
        />
      </div>
    </section>
    <section
      v-if="uses('plucking')"
      class="space-y-3"
      aria-label="Plucking hand"
    >
      <BaseListbox
        v-model="system"
        label="Plucking"
        :options="SYSTEMS"
      />
      <BaseChips
        v-if="['alternate', 'economy', 'hybrid'].includes(system)"
        v-model="start"
        label="First stroke"
        :options="[{ value: 'D', label: '⊓ down' }, { value: 'U', label: 'V up' }]"
      />
      <BaseChips
        v-if="['im', 'ma', 'ia', 'pi', 'pima', 'thumb', 'thumb-pick'].includes(system)"
        v-model="stroke"
        label="Stroke"
        :options="[{ value: '', label: 'as it comes' }, { value: 'rest', label: 'rest stroke' }, { value: 'free', label: 'free stroke' }]"
      />
      <BaseChips
        v-if="system === 'thumb-pick'"
        v-model="cycle"
        label="Round"
        :options="[{ value: 'pmpa', label: 'p m p a' }, { value: 'mpap', label: 'm p a p' }, { value: 'pm', label: 'p m' }]"
      />
    </section>
    <BaseToggles
      v-if="uses('slurs') && slurOptions.length > 0"
      v-model="slurs"
      label="Slurred in each string visit"
      :options="slurOptions"
    />
    <BaseChips
      v-if="uses('travel')"
      v-model="travel"
      label="Travel"
      :options="TRAVEL"
    />
    <section
      v-if="onSheet"
      class="space-y-3"
      aria-label="Sound"
    >
      <BaseChips
        v-if="uses('hold')"
        v-model="hold"
        label="Fingers stay down"
        :options="HOLDS"
      />
      <BaseChips
        v-model="soundLength"
        label="Length"
        :options="LENGTHS"
      />
      <BaseStepper
        v-model="accentEvery"
        label="Accent every"
        :min="0"
        :max="16"
        :show="every => every === 0 ? 'none' : every === 1 ? 'every note' : `${every} notes`"
      />
    </section>
    <section
      v-if="onSheet"
      class="space-y-3"
      aria-label="Guitar"
    >
      <BaseListbox
        v-model="preset"
        label="Guitar"
        :options="PRESET_NAMES.map(name => ({ value: name, label: PRESETS[name].label, detail: `${PRESETS[name].scaleLengthMm} mm, ${PRESETS[name].frets} frets` }))"
      />
      <BaseStepper
        v-model="capo"
        label="Capo"
        :min="0"
        :max="11"
        :show="fret => fret === 0 ? 'none' : `fret ${fret}`"
      />
    </section>
    <section
      v-if="onSheet"
      aria-label="Vary"
    >
      <h3 class="text-sm font-sans text-soft mb-1">
        Vary
      </h3>
      <div class="flex flex-wrap gap-1.5">
        <button
          v-for="choice in TRANSFORMS"
          :key="choice.label"
          type="button"
          class="rounded-md border border-line bg-card min-h-9 px-2.5 hover:border-edge"
          @click="addTransform(choice.transform)"
        >
          {{ choice.label }}
        </button>
      </div>
      <div class="mt-2 space-y-2">
        <div class="flex items-end gap-2">
          <BaseStepper
            v-model="startOn"
            class="flex-1"
            label="Start on another note"
            :min="1"
            :max="96"
          />
          <BaseButton @click="addTransform({ do: 'rotate', n: startOn })">
            Start there
          </BaseButton>
        </div>
        <div
          v-if="uses('position')"
          class="flex items-end gap-2"
        >
          <BaseStepper
            v-model="moveTo"
            class="flex-1"
            label="Another position"
            :min="1"
            :max="24"
            :show="romanPosition"
          />
          <BaseButton @click="addTransform({ do: 'position', to: moveTo })">
            Move
          </BaseButton>
        </div>
        <div
          v-if="uses('perBeat')"
          class="flex items-end gap-2"
        >
          <BaseStepper
            v-model="toBeat"
            class="flex-1"
            label="Another division"
            :min="1"
            :max="8"
            unit="a beat"
          />
          <BaseButton @click="addTransform({ do: 'perBeat', n: toBeat })">
            Divide
          </BaseButton>
        </div>
      </div>
      <ol
        v-if="then.length > 0"
        class="mt-2 flex flex-wrap gap-1.5"
        aria-label="Variations in effect"
      >
        <li
          v-for="(transform, i) in then"
          :key="i"
        >
          <button
            type="button"
            class="rounded-md border border-ink bg-ink text-card min-h-9 px-2.5"
            :aria-label="`Take back: ${transformsInWords([transform]).join()}`"
            @click="dropTransform(i)"
          >
            {{ transformsInWords([transform]).join() }} ×
          </button>
        </li>
      </ol>
    </section>
  </div>
</template>
