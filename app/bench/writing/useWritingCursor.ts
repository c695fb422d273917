import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { isOwnMusic } from '#core/families/registry'
import { instrumentOf } from '#core/guitar/instrument'
import { barTicks, type Tick } from '#core/line/ticks'
import { barsOf, overBars, stepFrom } from '#core/writing/bars'
import * as edit from '#core/writing/edit'
import type { Spot, Stretch } from '#core/writing/edit'
import { lengthInWords, lengthOf, lengthTicks, type WrittenLength } from '#core/writing/lengths'
import { realisedOf } from '#core/writing/sketch'
import type { Bench } from '../useBench'
import { notesOn } from './notes-on'

/** What a sheet that is written on asks of whoever writes; keys are told to `writingKey`. */
export interface Writing {
  readonly cursor: Readonly<Ref<Spot>>
  readonly stretch: Readonly<Ref<Stretch | null>>
  /** Bars there are to be at least, so that the cursor has a place. */
  readonly leastBars: Readonly<Ref<number>>
  /** The cursor goes to the place nearest to a moment, or the marked stretch goes on until there. */
  readonly point: (spot: Spot, extend: boolean) => void
  readonly drag: (spot: Spot) => void
}

/**
 * Where own music is written: a cursor on a string at a moment, a marked stretch, and the length the next note gets.
 */
export function useWritingCursor(bench: Bench) {
  const notes = computed(() => notesOn(bench.raw.value))
  const instrument = computed(() => instrumentOf(bench.spec.value!.instrument))
  const meter = computed(() => bench.spec.value!.rhythm.meter)
  const bar = computed(() => barTicks(meter.value))
  const on = computed(() => isOwnMusic(bench.raw.value) && bench.spec.value!.then.length === 0)

  const cursor = shallowRef<Spot>({ at: 0, string: 1 })
  const anchor = ref<Tick | null>(null)
  const length = shallowRef<WrittenLength>({ value: 'e', dotted: false, tuplet: 1 })
  const ticks = computed(() => lengthTicks(length.value))
  /** What could not be done, and why. */
  const said = ref('')

  const onset = computed(() => notes.value.flatMap((note, i) => (note.at === cursor.value.at ? [i] : [])))
  /** The note under the cursor; or, where it stands beside the only one of its moment, that one. */
  const here = computed(() => {
    const under = edit.indexAt(notes.value, cursor.value)
    return under < 0 && onset.value.length === 1 ? onset.value[0]! : under
  })
  const stretch = computed<Stretch | null>(() => {
    if (anchor.value === null || anchor.value === cursor.value.at) return null
    const [from, to] = [anchor.value, cursor.value.at].sort((a, b) => a - b)
    return { from: from!, to: to! }
  })
  const inStretch = () => notes.value.flatMap((note, i) => (stretch.value && edit.isIn(note, stretch.value) ? [i] : []))

  // Where there is nothing to write at, as in a drill that was just opened, the cursor goes to its first note.
  watch(
    () => on.value && notes.value[0],
    first => {
      if (first && cursor.value.at === 0 && !onset.value.includes(edit.indexAt(notes.value, cursor.value)))
        cursor.value = { at: first.at, string: first.string ?? 1 }
    },
    { immediate: true },
  )
  // A drill with fewer strings or notes leaves the cursor nowhere.
  watch(instrument, ({ tuning }) => {
    if (cursor.value.string > tuning.length) cursor.value = { ...cursor.value, string: tuning.length }
  })

  function go(at: Tick, string = cursor.value.string, extend = false) {
    anchor.value = extend ? (anchor.value ?? cursor.value.at) : null
    cursor.value = { at, string: Math.min(instrument.value.tuning.length, Math.max(1, string)) }
    said.value = ''
    // The length in hand follows the note, so that the next is as long.
    const note = notes.value[here.value]
    const own = note && lengthOf(note.dur)
    if (own) length.value = own
  }
  /** To the next place of time; where notes begin there and none on this string, to the nearest of theirs. */
  function step(direction: 1 | -1, extend = false) {
    const at = stepFrom(notes.value, cursor.value.at, direction, ticks.value)
    const { string } = cursor.value
    const strings = notes.value.flatMap(note => (note.at === at && note.string ? [note.string] : []))
    const nearest = strings.toSorted((a, b) => Math.abs(a - string) - Math.abs(b - string))[0]
    go(at, nearest ?? string, extend)
  }
  function markAll() {
    anchor.value = 0
    cursor.value = { ...cursor.value, at: Math.max(edit.endOf(notes.value), 1) }
  }

  /** The place nearest to a moment: where a note begins or ends, or on the grid of the length in hand. */
  function nearest({ at, string }: Spot): Spot {
    const start = Math.floor(at / bar.value) * bar.value
    const grid = Math.min(ticks.value, bar.value)
    const places = [
      ...Array.from({ length: Math.ceil(bar.value / grid) }, (_, i) => start + i * grid),
      start + bar.value,
      ...notes.value.flatMap(note => [note.at, note.at + note.dur]),
    ]
    const best = places.reduce((near, place) => (Math.abs(place - at) < Math.abs(near - at) ? place : near), 0)
    return { at: best, string }
  }
  const surface: Writing = {
    cursor,
    stretch,
    leastBars: computed(() => Math.max(barsOf(notes.value, meter.value), Math.floor(cursor.value.at / bar.value) + 1)),
    point: (spot, extend) => {
      const place = nearest(spot)
      go(place.at, place.string, extend)
    },
    drag: spot => {
      const place = nearest(spot)
      if (place.at !== cursor.value.at) go(place.at, place.string, true)
    },
  }

  /** The note under the cursor as it was realised. */
  const placed = computed(() => {
    const note = notes.value[here.value]
    return note && bench.score.value ? (realisedOf([note], bench.score.value)[0] ?? null) : null
  })
  return {
    /** Whether the drill on the bench is own music that can be written on as it stands. */
    on,
    surface,
    notes,
    instrument,
    bar,
    cursor,
    anchor,
    stretch,
    inStretch,
    length,
    ticks,
    said,
    onset,
    here,
    go,
    step,
    markAll,
    /** Marks nothing. */
    unmark: () => {
      anchor.value = null
    },
    /** Where the note under the cursor is in the score; null where there is none. */
    selected: computed(() => {
      const index = placed.value ? bench.score.value!.notes.indexOf(placed.value) : -1
      return index < 0 ? null : index
    }),
    /** The note under the cursor. */
    note: computed(() => notes.value[here.value] ?? null),
    /** Where the cursor is, in words; a pitch without a place is where the engine put it. */
    where: computed(() => {
      const { at } = cursor.value
      const bare = notes.value[here.value]?.string === undefined ? placed.value : null
      const string = bare?.string ?? cursor.value.string
      const beat = (at % bar.value) / (bar.value / meter.value[0])
      const written = notes.value[here.value]
      const note = written && {
        dur: written.dur,
        string: written.string ?? bare?.string,
        fret: written.fret ?? bare?.fret,
      }
      return [
        `Bar ${Math.floor(at / bar.value) + 1}, beat ${Math.round((beat + 1) * 100) / 100}`,
        `string ${string}`,
        note && note.string !== string ? `the note is on string ${note.string}` : null,
        note ? `${note.fret === 0 ? 'open' : `fret ${note.fret}`}, ${lengthInWords(note.dur)}` : 'nothing here',
      ]
        .filter(part => part !== null)
        .join(' · ')
    }),
    /** What runs over a bar line, in words. */
    over: computed(() =>
      overBars(notes.value, meter.value).map(
        ({ bar: number, by }) =>
          `Bar ${number} is overfull by ${lengthInWords(by)}: its last note is tied over the bar line.`,
      ),
    ),
    /** Puts the cursor on a note of the score. */
    goToNote: (index: number | null) => {
      const found = index === null ? undefined : bench.score.value?.notes[index]
      if (found) go(found.at, found.string)
    },
  }
}
export type WritingCursor = ReturnType<typeof useWritingCursor>
