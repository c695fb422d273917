import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { nextTick, ref, shallowRef } from 'vue'
import { inScope } from '../tests/composables'

const QUARTER = 10080
/** A sound card that only writes down what it is told; its clock is moved by the tests. */
const clock = { now: 0 }
let clicks: { at: number; hz: number }[] = []
let pulse: { onmessage: (() => void) | null; said: string[] }
class Card {
  outputLatency = 0
  destination = {}
  get currentTime() {
    return clock.now
  }

  async resume() {}
  async close() {}
}
const node = { gain: { setValueAtTime: () => {}, exponentialRampToValueAtTime: () => {} }, connect: () => node }
class Tone {
  constructor(
    _: Card,
    private readonly options: { frequency: number },
  ) {}
  connect() {
    return node
  }

  start(at: number) {
    clicks.push({ at, hz: this.options.frequency })
  }

  stop() {}
}
class Pulse {
  onmessage: (() => void) | null = null
  said: string[] = []
  constructor() {
    pulse = this as never
  }

  postMessage(text: string) {
    this.said.push(text)
  }

  terminate() {
    this.said.push('terminated')
  }
}
const settings: Record<string, ReturnType<typeof ref>> = {}
Object.assign(globalThis, {
  AudioContext: Card,
  OscillatorNode: Tone,
  GainNode: class {
    gain = node.gain
    connect() {
      return node
    }
  },
  Worker: Pulse,
})
jest.unstable_mockModule('@vueuse/core', () => ({
  useRafFn: () => ({ pause: () => {}, resume: () => {} }),
  useLocalStorage: (name: string, fallback: unknown) => (settings[name] ??= ref(fallback)),
}))
const { useMetronome, useTapTempo } = await import('./useMetronome')

/** Lets the clock run, a pulse every 25 ms, as the worker sends them. */
async function run(seconds: number) {
  await nextTick()
  const until = clock.now + seconds
  while (clock.now < until) {
    clock.now += 0.025
    pulse.onmessage!()
  }
}
const gaps = () => clicks.slice(1).map((click, i) => Math.round((click.at - clicks[i]!.at) * 1000))

beforeEach(() => {
  clock.now = 10
  clicks = []
  Object.assign(settings, { 'fidactyl-count-in': ref(1), 'fidactyl-clicks': ref(1), 'fidactyl-accent': ref(true) })
})
function metronome(tempo = ref(120), more = {}) {
  const made = inScope(() => useMetronome(shallowRef({ meter: [4, 4] as const, ticks: 16 * QUARTER }), tempo, more))
  return { ...made.value, tempo, end: made.end }
}

describe('clicks on the audio clock', () => {
  test('at 120 they are half a second apart, exactly, however uneven the pulse', async () => {
    const { start } = metronome()
    await start()
    await run(3)
    expect(new Set(gaps())).toEqual(new Set([500]))
    expect(clicks[0]!.at).toBeCloseTo(10.08, 6)
  })

  test('they are told ahead of time, never after it', async () => {
    const { start } = metronome()
    await start()
    for (let i = 0; i < 100; i++) {
      const known = clicks.length
      await run(0.025)
      for (const click of clicks.slice(known)) expect(click.at).toBeGreaterThanOrEqual(clock.now)
    }
  })

  test('the first beat of every bar is the highest; without the accent all are alike', async () => {
    const { start } = metronome()
    await start()
    await run(4)
    expect(clicks.slice(0, 8).map(click => click.hz === clicks[0]!.hz)).toEqual([
      true,
      false,
      false,
      false,
      true,
      false,
      false,
      false,
    ])
    settings['fidactyl-accent']!.value = false
    clicks = []
    await run(4)
    expect(new Set(clicks.map(click => click.hz)).size).toBe(1)
  })

  test('clicks between the beats are as many as asked for, and lower', async () => {
    settings['fidactyl-clicks']!.value = 3
    const { start } = metronome()
    await start()
    await run(2)
    expect(new Set(gaps())).toEqual(new Set([167]))
    expect(new Set(clicks.map(click => click.hz)).size).toBe(3)
  })

  test('a change of tempo takes effect at once without losing a beat', async () => {
    const { start, tempo } = metronome()
    await start()
    await run(1.05)
    tempo.value = 60
    await run(4)
    const heard = gaps()
    expect(heard.slice(0, 2)).toEqual([500, 500])
    expect(heard.slice(4).every(gap => gap === 1000)).toBe(true)
    expect(heard.every(gap => gap >= 500 && gap <= 1000)).toBe(true)
  })

  test('silent bars are silent', async () => {
    const { start } = metronome(ref(120), { countInBars: 0, silentAt: (tick: number) => tick >= 4 * QUARTER })
    await start()
    await run(4)
    expect(clicks).toHaveLength(4)
  })

  test('stopping stops, starting twice is starting once, and leaving ends the pulse', async () => {
    const { start, stop, playing, end } = metronome()
    await start()
    await start()
    expect([playing.value, pulse.said]).toEqual([true, ['start']])
    stop()
    expect([playing.value, pulse.said]).toEqual([false, ['start', 'stop']])
    end()
    expect(pulse.said.at(-1)).toBe('terminated')
  })
})

describe('tapping the tempo', () => {
  const tapped = (...times: number[]) => {
    let bpm: number | null = null
    const tap = useTapTempo(heard => {
      bpm = heard
    })
    for (const time of times) tap(time)
    return bpm
  }

  test('one tap says nothing, two say the gap, more their mean', () => {
    expect(tapped(0)).toBeNull()
    expect(tapped(0, 500)).toBe(120)
    expect(tapped(0, 480, 1000, 1520, 2000)).toBe(120)
  })

  test('only the last few count, so a tempo that moves is followed', () => {
    expect(tapped(0, 1000, 2000, 3000, 3500, 4000, 4500, 5000)).toBe(120)
  })

  test('a long pause begins anew', () => {
    expect(tapped(0, 500, 1000, 9000)).toBe(120)
    expect(tapped(0, 500, 1000, 9000, 10000)).toBe(60)
  })

  test('it stays within what the metronome plays', () => {
    expect(tapped(0, 20)).toBe(400)
    expect(tapped(0, 2400)).toBe(25)
  })
})
