import { boundedTempo } from '#core/schema/fields'
import { useLocalStorage, useRafFn } from '@vueuse/core'
import { onScopeDispose, readonly, type Ref, ref, watch } from 'vue'
import { barTicks } from '#core/line/ticks'
import { clicksBetween, secondsToTicks, ticksToSeconds, type ClickPlan } from '~/base/sound/click-times'

/** What the metronome plays along with: the drill's meter and its length in ticks. */
export interface MetronomeSource {
  readonly meter: readonly [number, number]
  readonly ticks: number
}

/** What a place may want otherwise. */
export interface MetronomeOptions {
  /** Bars of count-in, whatever the settings say. */
  readonly countInBars?: number
  /** Ticks at which it keeps silent. */
  readonly silentAt?: (tick: number) => boolean
}

const LOOK_AHEAD_S = 0.1
const PITCH_HZ = { accent: 1760, beat: 1320, division: 990 } as const
const LOUDNESS = { accent: 0.5, beat: 0.34, division: 0.16 } as const

function sound(context: AudioContext, kind: keyof typeof PITCH_HZ, at: number) {
  const tone = new OscillatorNode(context, { frequency: PITCH_HZ[kind] })
  const level = new GainNode(context, { gain: 0 })
  level.gain.setValueAtTime(LOUDNESS[kind], at)
  level.gain.exponentialRampToValueAtTime(0.001, at + 0.05)
  tone.connect(level).connect(context.destination)
  tone.start(at)
  tone.stop(at + 0.06)
}

/**
 * What the metronome clicks, as this device remembers it: bars of count-in, clicks per quarter, the accented first
 * beat.
 */
export function useClickSettings() {
  return {
    countInBars: useLocalStorage('fidactyl-count-in', 1),
    clicksPerBeat: useLocalStorage('fidactyl-clicks', 1),
    accent: useLocalStorage('fidactyl-accent', true),
  }
}

/**
 * A metronome on the audio clock: clicks are scheduled a tenth of a second ahead, by a pulse from a worker. The drill
 * runs round and round; `tick` follows the sound, null when still and during the count-in.
 * @param source The drill it plays along with.
 * @param tempo Quarters per minute; a change takes effect at once, without losing the place.
 */
export function useMetronome(
  source: Readonly<Ref<MetronomeSource | null>>,
  tempo: Ref<number>,
  more: MetronomeOptions = {},
) {
  const playing = ref(false)
  const tick = ref<number | null>(null)
  const countingIn = ref(0)
  const { countInBars, clicksPerBeat, accent } = useClickSettings()

  let context: AudioContext | null = null
  let pulse: Worker | null = null
  // Tick 0 of the drill sounds at `anchorTime`; ticks before it are the count-in.
  let anchorTime = 0
  let scheduledTo = 0
  let runningTempo = 0

  const planNow = (): ClickPlan => ({
    tempoBpm: runningTempo,
    meter: source.value!.meter,
    clicksPerBeat: clicksPerBeat.value,
    accent: accent.value,
  })
  const tickAt = (time: number) => secondsToTicks(time - anchorTime, runningTempo)

  function schedule() {
    if (!context || !source.value) return
    const until = tickAt(context.currentTime + LOOK_AHEAD_S)
    for (const click of clicksBetween(scheduledTo, until, planNow())) {
      if (more.silentAt?.(click.tick)) continue
      sound(context, click.kind, Math.max(context.currentTime, anchorTime + ticksToSeconds(click.tick, runningTempo)))
    }
    scheduledTo = Math.max(scheduledTo, until)
  }

  const { pause, resume } = useRafFn(
    () => {
      if (!context || !source.value) return
      const heard = tickAt(context.currentTime - (context.outputLatency || 0))
      const bar = barTicks(source.value.meter)
      countingIn.value = heard < 0 ? Math.ceil(-heard / (bar / source.value.meter[0])) : 0
      tick.value = heard < 0 ? null : heard % source.value.ticks
    },
    { immediate: false },
  )

  async function start() {
    if (playing.value || !source.value) return
    context ??= new AudioContext({ latencyHint: 'interactive' })
    await context.resume()
    pulse ??= new Worker(new URL('./pulse.worker.ts', import.meta.url), { type: 'module' })
    pulse.onmessage = schedule
    runningTempo = tempo.value
    const countIn = (more.countInBars ?? countInBars.value) * barTicks(source.value.meter)
    anchorTime = context.currentTime + 0.08 + ticksToSeconds(countIn, runningTempo)
    scheduledTo = -countIn
    playing.value = true
    schedule()
    pulse.postMessage('start')
    resume()
  }

  function stop() {
    pulse?.postMessage('stop')
    pause()
    playing.value = false
    tick.value = null
    countingIn.value = 0
  }

  watch(tempo, bpm => {
    if (!playing.value || !context) return
    const place = tickAt(context.currentTime)
    // What is already scheduled sounds; the new tempo goes on from there.
    const turn = Math.max(scheduledTo, place)
    const turnTime = anchorTime + ticksToSeconds(turn, runningTempo)
    runningTempo = bpm
    anchorTime = turnTime - ticksToSeconds(turn, bpm)
  })

  onScopeDispose(() => {
    stop()
    pulse?.terminate()
    void context?.close()
  })

  return {
    playing: readonly(playing),
    tick: readonly(tick),
    countingIn: readonly(countingIn),
    start,
    stop,
    toggle: () => (playing.value ? stop() : start()),
  }
}

const FORGET_MS = 2500
const TAPS = 5

/** Tempo from tapping: the mean of the last few gaps; a long pause starts over. */
export function useTapTempo(onTempo: (bpm: number) => void) {
  let taps: number[] = []
  return (nowMs: number) => {
    if (taps.length > 0 && nowMs - taps.at(-1)! > FORGET_MS) taps = []
    taps = [...taps, nowMs].slice(-TAPS)
    if (taps.length < 2) return
    const gap = (taps.at(-1)! - taps[0]!) / (taps.length - 1)
    onTempo(Math.round(boundedTempo(60000 / gap)))
  }
}
