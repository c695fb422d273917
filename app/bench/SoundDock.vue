<script setup lang="ts">
import { boundedTempo } from '#core/schema/fields'
import { AdjustmentsHorizontalIcon } from '@heroicons/vue/24/outline'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { isCompound, tempoInWords } from '#core/line/meter'

/** Play and stop, the tempo in large figures, tapping, and what the metronome does. */
const props = defineProps<{
  metronome: ReturnType<typeof useMetronome>
  perBeat: number
  compact?: boolean
  meter?: readonly [number, number]
}>()
// In a compound meter the foot beats dotted quarters: their number stands beside that of the quarters.
const dotted = computed(() => (props.meter && isCompound(props.meter) ? tempoInWords(tempo.value, props.meter) : null))
const { countInBars, clicksPerBeat, accent } = useClickSettings()
const tempo = defineModel<number>('tempo', { required: true })
const change = (by: number) => {
  tempo.value = boundedTempo(tempo.value + by)
}
const tap = useTapTempo(bpm => {
  tempo.value = bpm
})
const tapNow = () => tap(performance.now())
defineExpose({ tap: tapNow, change })
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5 sm:gap-3">
    <BaseButton tone="action" class="sm:min-w-28 sm:min-h-14 sm:text-lg" @click="metronome.toggle()">
      {{ metronome.playing.value ? 'Stop' : 'Play' }}
      <kbd v-if="compact" class="max-sm:hidden text-sm font-sans opacity-90" aria-hidden="true">Space</kbd>
    </BaseButton>
    <p class="flex items-baseline gap-2 figures" aria-live="off">
      <span v-if="metronome.countingIn.value === 0" :class="compact ? 'sr-only' : 'text-soft text-2xl max-sm:hidden'"
        >♩ =</span
      >
      <span
        class="font-head font-bold leading-none min-w-14 sm:min-w-20 text-4xl sm:text-5xl short:max-lg:text-2xl short:max-lg:min-w-10"
        data-test="tempo"
        >{{ metronome.countingIn.value > 0 ? `−${metronome.countingIn.value}` : tempo }}</span
      >
      <span :class="compact ? 'sr-only' : 'text-soft text-sm max-sm:hidden'">{{
        metronome.countingIn.value > 0 ? 'count-in' : dotted
      }}</span>
    </p>
    <div class="flex gap-1.5 sm:gap-2 max-sm:[&>button]:px-3">
      <BaseButton v-if="!compact" class="max-sm:hidden" aria-label="Slower by 4" @click="change(-4)"> −4 </BaseButton>
      <BaseButton :class="compact ? '' : 'sm:hidden'" aria-label="Slower by 1" @click="change(-1)">
        −1 <kbd v-if="compact" class="max-sm:hidden font-sans text-soft" aria-hidden="true">↓</kbd>
      </BaseButton>
      <BaseButton :class="compact ? '' : 'sm:hidden'" aria-label="Faster by 1" @click="change(1)">
        +1 <kbd v-if="compact" class="max-sm:hidden font-sans text-soft" aria-hidden="true">↑</kbd>
      </BaseButton>
      <BaseButton v-if="!compact" class="max-sm:hidden" aria-label="Faster by 4" @click="change(4)"> +4 </BaseButton>
      <BaseButton :class="compact ? 'short:max-lg:hidden' : ''" @click="tapNow">
        Tap <kbd v-if="compact" class="max-sm:hidden font-sans text-soft" aria-hidden="true">T</kbd>
      </BaseButton>
    </div>
    <Popover class="relative" :class="compact ? 'max-sm:ml-auto' : 'ml-auto'">
      <PopoverButton
        aria-label="Clicks and count-in"
        class="min-h-11 px-1 sm:px-2 rounded-md text-soft hover:text-ink text-left text-sm"
      >
        <span :class="compact ? 'hidden' : 'max-sm:hidden'"
          >count-in {{ countInBars === 0 ? 'none' : `${countInBars} ${countInBars === 1 ? 'bar' : 'bars'}` }} ·
          {{ clicksPerBeat === 1 ? 'clicks on the beat' : `${clicksPerBeat} clicks a beat` }}</span
        >
        <AdjustmentsHorizontalIcon class="size-6" :class="compact ? '' : 'sm:hidden'" aria-hidden="true" />
      </PopoverButton>
      <PopoverPanel
        class="absolute z-30 bottom-full mb-2 w-72 max-w-[86vw] rounded-md border border-line bg-card shadow-md p-4 space-y-4"
        :class="compact ? 'left-0 max-sm:left-auto max-sm:right-0' : 'right-0'"
      >
        <BaseChips
          v-model="countInBars"
          label="Count-in, bars"
          :options="[0, 1, 2].map(value => ({ value, label: value === 0 ? 'none' : String(value) }))"
        />
        <BaseChips
          v-model="clicksPerBeat"
          label="Clicks a beat"
          :options="[...new Set([1, 2, 3, 4, perBeat])].sort().map(value => ({ value, label: String(value) }))"
        />
        <label class="flex items-center gap-2 min-h-9">
          <input v-model="accent" type="checkbox" class="size-5 accent-(--action)" />
          accent the first beat of the bar
        </label>
      </PopoverPanel>
    </Popover>
  </div>
</template>
