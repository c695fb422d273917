import { isOwnMusic } from '#core/families/registry'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import type { Free, FreeNote } from '#core/families/free'
import { instrumentOf } from '#core/guitar/instrument'
import { barTicks, type Tick } from '#core/line/ticks'
import { SpecError } from '#core/schema/spec-error'
import { barsOf, overBars, stepFrom } from '#core/writing/bars'
import * as edit from '#core/writing/edit'
import type { Clip, Moved, Notes, Spot, Stretch } from '#core/writing/edit'
import { lengthInWords, lengthOf, lengthTicks, type WrittenLength } from '#core/writing/lengths'
import { realisedOf } from '#core/writing/sketch'
import type { Bench } from '../useBench'

/** Figures typed one after another within this are one fret, ms. */
const ONE_FRET_MS = 900

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

/** The notes of own music on a bench, none for another drill. */
export const notesOn = (raw: Record<string, unknown>): Notes =>
  isOwnMusic(raw) ? readable((raw.free as Partial<Free> | undefined)?.notes) : []

/** Notes that stand somewhere: a link may hold others, which the bench says are wrong. */
const readable = (notes: unknown): Notes =>
  Array.isArray(notes) ? (notes as Notes).filter(note => Number.isFinite(note?.at) && Number.isFinite(note?.dur)) : []

/**
 * Own music, written on its sheet: a cursor on a string at a moment, a length in hand, a marked stretch; what is done
 * to the notes is done by the core, and is one step of the bench's undo each.
 */
export function useWriting(bench: Bench) {
  const notes = computed(() => notesOn(bench.raw.value))
  const instrument = computed(() => instrumentOf(bench.spec.value!.instrument))
  const meter = computed(() => bench.spec.value!.rhythm.meter)
  const bar = computed(() => barTicks(meter.value))
  const on = computed(() => isOwnMusic(bench.raw.value) && bench.spec.value!.then.length === 0)

  const cursor = shallowRef<Spot>({ at: 0, string: 1 })
  const anchor = ref<Tick | null>(null)
  const length = shallowRef<WrittenLength>({ value: 'e', dotted: false, tuplet: 1 })
  const ticks = computed(() => lengthTicks(length.value))
  const clip = shallowRef<Clip | null>(null)
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
  /** Whole onsets: what lengths, rests and marks are about. */
  const chosen = () => (stretch.value ? inStretch() : onset.value)
  /** Single notes: what strings, frets, slurs and fingers are about. */
  const picked = () => (stretch.value ? inStretch() : here.value >= 0 ? [here.value] : [])

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

  /**
   * The notes before a change: with the fingers that were pinned to them, which are written down before anything moves,
   * and where the cursor or the marked stretch is with the places the engine chose.
   */
  function start(): Notes {
    const { value: score } = bench.score
    const pins = bench.pins.value
    const concerns = (note: FreeNote) => (stretch.value ? edit.isIn(note, stretch.value) : note.at === cursor.value.at)
    const bare = notes.value.some(note => note.string === undefined && concerns(note))
    if (!score || (Object.keys(pins).length === 0 && !bare)) return notes.value
    const realised = realisedOf(notes.value, score)
    return notes.value.map((note, i) => {
      const as = realised[i]
      const pin = pins[as?.key ?? '']
      const { midi: _, ...rest } = note
      const placed =
        note.string === undefined && as && concerns(note) ? { ...rest, string: as.string, fret: as.fret } : note
      return pin ? { ...placed, finger: pin as 1 } : placed
    })
  }

  /** Tries a change; what the core refuses is said. @returns Whether it was made. */
  function write(change: (notes: Notes) => Notes, otherwise = ''): boolean {
    said.value = ''
    try {
      const before = start()
      const next = change(before)
      if (next === before) {
        said.value = otherwise
        return false
      }
      bench.setNotes(next)
      return true
    } catch (error) {
      if (!(error instanceof SpecError)) throw error
      said.value = error.message
      return false
    }
  }
  /** Tries a move of notes; what keeps them where they are is said. */
  function writeMoved(move: (notes: Notes) => Moved): Moved {
    const moved = move(start())
    if (moved.ok) write(() => moved.notes)
    else said.value = moved.why
    return moved
  }
  /** Does something to notes, where there are any. */
  const toNotes = (
    indices: readonly number[],
    change: (notes: Notes, indices: readonly number[]) => Notes,
    otherwise?: string,
  ) => {
    if (indices.length === 0) said.value = 'There is no note here.'
    else write(before => change(before, indices), otherwise)
  }

  let typed = { text: '', at: -1, string: 0, time: 0 }
  /** Types a figure of a fret; the second of two figures makes them one fret where the neck has it. */
  function typeFigure(figure: string) {
    const { at, string } = cursor.value
    const now = performance.now()
    const goesOn = typed.at === at && typed.string === string && now - typed.time < ONE_FRET_MS
    const both = Number(typed.text + figure)
    const text = goesOn && typed.text !== '0' && both <= instrument.value.lastFret ? typed.text + figure : figure
    typed = { text, at, string, time: now }
    putFret(Number(text))
  }
  /** Puts a fret under the cursor, as long as what sounds with it, or else as the length in hand. */
  function putFret(fret: number) {
    const { at, string } = cursor.value
    if (fret > instrument.value.lastFret) {
      said.value = `The last fret is ${instrument.value.lastFret}.`
      return
    }
    anchor.value = null
    const together = notes.value[here.value] ?? notes.value[onset.value[0] ?? -1]
    const next = notes.value.find(note => note.at > at)?.at ?? Infinity
    const dur = together?.dur ?? Math.min(ticks.value, next - at)
    write(before => edit.put(before, { at, string, fret, dur }))
  }

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
  function step(way: 1 | -1, extend = false) {
    const at = stepFrom(notes.value, cursor.value.at, way, ticks.value)
    const { string } = cursor.value
    const strings = notes.value.flatMap(note => (note.at === at && note.string ? [note.string] : []))
    const nearest = strings.toSorted((a, b) => Math.abs(a - string) - Math.abs(b - string))[0]
    go(at, nearest ?? string, extend)
  }

  function setLength(change: Partial<WrittenLength>) {
    const next = { ...length.value, ...change }
    length.value = next
    const indices = chosen()
    if (indices.length > 0) write(before => edit.lengthen(before, indices, lengthTicks(next)))
  }
  function rest() {
    const indices = chosen()
    if (indices.length > 0) write(before => edit.takeOut(before, indices))
    const { at } = cursor.value
    go(stretch.value ? stretch.value.to : at + ticks.value)
  }
  function takeOut() {
    const indices = picked()
    toNotes(indices, edit.takeOut)
  }
  function takeBack() {
    if (stretch.value || here.value >= 0) takeOut()
    else {
      step(-1)
      if (onset.value.length > 0) write(before => edit.takeOut(before, onset.value))
    }
  }
  const lengthHere = () => notes.value[onset.value[0] ?? -1]?.dur ?? ticks.value
  function closeGap() {
    const gap = stretch.value ?? { from: cursor.value.at, to: cursor.value.at + lengthHere() }
    if (write(before => edit.closeTime(before, gap))) go(gap.from)
  }
  const openGap = () => write(before => edit.openTime(before, stretch.value?.from ?? cursor.value.at, ticks.value))
  const barHere = (): Stretch => {
    const from = cursor.value.at - (cursor.value.at % bar.value)
    return { from, to: from + bar.value }
  }
  function repeat() {
    const what = stretch.value ?? barHere()
    if (write(before => edit.repeat(before, what))) go(what.to)
  }
  function markAll() {
    anchor.value = 0
    cursor.value = { ...cursor.value, at: Math.max(edit.endOf(notes.value), 1) }
  }
  /** A copy of what is marked, or of the notes under the cursor. */
  function copy(): Clip | null {
    const what = stretch.value ?? { from: cursor.value.at, to: cursor.value.at + lengthHere() }
    const taken = edit.copy(notes.value, what)
    if (taken.notes.length === 0) {
      said.value = 'There is no note here.'
      return null
    }
    clip.value = taken
    return taken
  }
  function cut() {
    if (copy()) write(before => edit.takeOut(before, stretch.value ? inStretch() : onset.value))
  }
  function paste(what = clip.value) {
    if (!what) {
      said.value = 'Nothing was copied.'
      return
    }
    const at = stretch.value?.from ?? cursor.value.at
    if (write(before => edit.paste(before, at, what))) go(at + what.ticks)
  }

  const verbs = {
    typeFigure,
    putFret,
    step,
    setLength,
    rest,
    takeOut,
    takeBack,
    closeGap,
    openGap,
    repeat,
    markAll,
    copy,
    cut,
    paste,
    tie: () => {
      const by = ticks.value
      toNotes(chosen(), (before, indices) => edit.tieOn(before, indices, by))
    },
    slur: () =>
      toNotes(
        picked(),
        (before, indices) => edit.slur(before, indices, 'slur'),
        'A slur needs a note just before it on its string, on another fret.',
      ),
    slide: () =>
      toNotes(
        picked(),
        (before, indices) => edit.slur(before, indices, 'slide'),
        'A slide needs a fretted note just before it on its string.',
      ),
    tap: () => toNotes(picked(), edit.tap, 'An open string cannot be tapped.'),
    mark: (kind: 'accent' | 'staccato') => toNotes(chosen(), (before, indices) => edit.mark(before, indices, kind)),
    finger: (finger: 1 | 2 | 3 | 4 | null) =>
      toNotes(picked(), (before, indices) => edit.finger(before, indices, finger)),
    pluck: (pluck: FreeNote['pluck'] | null) =>
      toNotes(picked(), (before, indices) => edit.pluck(before, indices, pluck)),
    moveString: (by: 1 | -1) => {
      const moved = writeMoved(before => edit.moveString(before, picked(), by, instrument.value))
      if (moved.ok && !stretch.value) go(cursor.value.at, cursor.value.string + by)
    },
    moveFret: (by: number) => {
      writeMoved(before => edit.moveFret(before, picked(), by, instrument.value))
    },
    moveOctave: (by: 1 | -1) => {
      const { value: known } = notes
      const moved = writeMoved(before => edit.moveOctave(before, picked(), by, instrument.value))
      const { at } = cursor.value
      const string = moved.ok && moved.notes.find(note => note.at === at && !known.includes(note))?.string
      if (string && !stretch.value) go(at, string)
    },
    moveTime: (way: 1 | -1) => {
      const by = way * ticks.value
      const { value: from } = anchor
      if (!writeMoved(before => edit.moveTime(before, chosen(), by)).ok) return
      go(cursor.value.at + by)
      if (from !== null) anchor.value = from + by
    },
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
    ...verbs,
    go,
    /** Marks nothing. */
    unmark: () => {
      anchor.value = null
    },
    /** Whether the drill on the bench is own music that can be written on as it stands. */
    on,
    surface,
    notes,
    cursor,
    stretch,
    length,
    said,
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
    /** Writes a place of the neck at the cursor, and goes on unless more sounds together. */
    pickPlace: ({ string, fret }: { string: number; fret: number }, together: boolean) => {
      cursor.value = { ...cursor.value, string }
      putFret(fret)
      if (!together) step(1)
    },
    /** Begins anew with nothing. */
    clear: () => {
      if (write(() => [])) go(0)
    },
  }
}
export type WritingDesk = ReturnType<typeof useWriting>
