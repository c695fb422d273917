<script setup lang="ts">
import { FAULTS, type Fault } from '#core/schema/faults'
import { likelyFaults } from '#core/practice/log/likely-faults'
import type { Habits } from '#core/schema/habits'
import type { Score } from '#core/score/score'
import { faultInWords } from '#core/wording/fault'

/** A fault put down against the drill in hand: tapped from the list, or found by a few letters. */
const props = defineProps<{ score: Score | null; habits: Habits }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ heard: [fault: Fault, fingers: { finger?: number; instead?: number }] }>()
const PLACES = { fretting: 'Fretting hand', plucking: 'Plucking hand', sound: 'Sound', body: 'Body' } as const
const FINGERS = [1, 2, 3, 4]

const search = ref('')
/** A wrong finger is asked for: which, instead of which. */
const wrong = ref<{ finger: number; instead: number } | null>(null)
watch(open, now => {
  if (!now) return
  search.value = ''
  wrong.value = null
  whole.value = false
})
/** What can be wrong in this drill as this student plays it; a few letters look through the whole list. */
const likely = computed(() => (props.score ? likelyFaults(props.score, props.habits) : null))
const whole = ref(false)
const isListed = (fault: Fault) => whole.value || search.value.trim() !== '' || (likely.value?.has(fault) ?? true)
/** What was agreed says which way round it is one. */
const name = (fault: Fault) =>
  fault === 'anchored-or-floating' && props.habits.anchor === 'float'
    ? 'anchors where told to float'
    : fault === 'anchored-or-floating' && props.habits.anchor === 'anchor'
      ? 'floats where told to anchor'
      : faultInWords({ fault })
const found = computed(() =>
  (Object.keys(PLACES) as (keyof typeof PLACES)[])
    .map(place => ({
      place,
      faults: (FAULTS[place] as readonly Fault[])
        .filter(isListed)
        .filter(fault => name(fault).toLowerCase().includes(search.value.trim().toLowerCase())),
    }))
    .filter(({ faults }) => faults.length > 0),
)

function take(fault: Fault | undefined) {
  if (!fault) return
  if (fault === 'wrong-finger') wrong.value = { finger: 3, instead: 4 }
  else put(fault, {})
}
function put(fault: Fault, fingers: { finger?: number; instead?: number }) {
  emit('heard', fault, fingers)
  open.value = false
}
</script>

<template>
  <BaseDialog v-model:open="open" title="What went wrong" wide>
    <form v-if="wrong === null" class="space-y-4" @submit.prevent="take(found[0]?.faults[0])">
      <FormField v-model="search" label="Fault" hint="a few letters, Enter takes the first" />
      <p v-if="found.length === 0">No match. Write it as a note instead.</p>
      <section v-for="{ place, faults } in found" :key="place">
        <h3 class="text-base mb-1">{{ PLACES[place] }}</h3>
        <div class="flex flex-wrap gap-2">
          <BaseButton v-for="fault in faults" :key="fault" class="min-h-11" @click="take(fault)">
            {{ name(fault) }}
          </BaseButton>
        </div>
      </section>
      <button
        v-if="likely && search.trim() === ''"
        type="button"
        class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
        @click="whole = !whole"
      >
        {{ whole ? 'Only what can be wrong in this drill' : 'The whole list' }}
      </button>
    </form>
    <form v-else class="space-y-4" @submit.prevent="put('wrong-finger', wrong)">
      <BaseChips
        v-model="wrong.finger"
        label="Finger used"
        :options="FINGERS.map(value => ({ value, label: String(value) }))"
      />
      <BaseChips
        v-model="wrong.instead"
        label="Should be"
        :options="FINGERS.map(value => ({ value, label: String(value) }))"
      />
      <DialogActions action="Record" :disabled="wrong.finger === wrong.instead" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
