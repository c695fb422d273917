import type { FreeNote } from '#core/families/free'
import { SpecError } from '#core/schema/spec-error'
import * as edit from '#core/writing/edit'
import type { Moved, Notes, Stretch } from '#core/writing/edit'
import { lengthTicks, type WrittenLength } from '#core/writing/lengths'
import { realisedOf } from '#core/writing/sketch'
import type { Bench } from '../useBench'
import type { WritingCursor } from './useWritingCursor'

/** Figures typed one after another within this are one fret, ms. */
const ONE_FRET_MS = 900

/** What is done to own music where the cursor is: done by the core, one step of the bench's undo each. */
export function useWritingEdits(bench: Bench, at: WritingCursor) {
  const { notes, instrument, bar, cursor, anchor, stretch, inStretch, length, ticks, said, onset, here, go, step } = at
  /** Whole onsets: what lengths, rests and marks are about. */
  const chosen = () => (stretch.value ? inStretch() : onset.value)
  /** Single notes: what strings, frets, slurs and fingers are about. */
  const picked = () => (stretch.value ? inStretch() : here.value >= 0 ? [here.value] : [])

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
  function setLength(change: Partial<WrittenLength>) {
    const next = { ...length.value, ...change }
    length.value = next
    const indices = chosen()
    if (indices.length > 0) write(before => edit.lengthen(before, indices, lengthTicks(next)))
  }
  function rest() {
    const indices = chosen()
    if (indices.length > 0) write(before => edit.takeOut(before, indices))
    go(stretch.value ? stretch.value.to : cursor.value.at + ticks.value)
  }
  const takeOut = () => toNotes(picked(), edit.takeOut)
  function takeBack() {
    if (stretch.value || here.value >= 0) takeOut()
    else {
      step(-1)
      if (onset.value.length > 0) write(before => edit.takeOut(before, onset.value))
    }
  }
  /** What is marked; else the time of the notes under the cursor. */
  const timeHere = (): Stretch =>
    stretch.value ?? {
      from: cursor.value.at,
      to: cursor.value.at + (notes.value[onset.value[0] ?? -1]?.dur ?? ticks.value),
    }
  function closeGap() {
    const gap = timeHere()
    if (write(before => edit.closeTime(before, gap))) go(gap.from)
  }
  const openGap = () => write(before => edit.openTime(before, stretch.value?.from ?? cursor.value.at, ticks.value))
  function barHere(): Stretch {
    const from = cursor.value.at - (cursor.value.at % bar.value)
    return { from, to: from + bar.value }
  }
  function repeat() {
    const what = stretch.value ?? barHere()
    if (write(before => edit.repeat(before, what))) go(what.to)
  }
  function moveTime(direction: 1 | -1) {
    const by = direction * ticks.value
    const { value: from } = anchor
    if (!writeMoved(before => edit.moveTime(before, chosen(), by)).ok) return
    go(cursor.value.at + by)
    if (from !== null) anchor.value = from + by
  }
  function moveString(by: 1 | -1) {
    const moved = writeMoved(before => edit.moveString(before, picked(), by, instrument.value))
    if (moved.ok && !stretch.value) go(cursor.value.at, cursor.value.string + by)
  }
  function moveOctave(by: 1 | -1) {
    const { value: known } = notes
    const moved = writeMoved(before => edit.moveOctave(before, picked(), by, instrument.value))
    const { at } = cursor.value
    const string = moved.ok && moved.notes.find(note => note.at === at && !known.includes(note))?.string
    if (string && !stretch.value) go(at, string)
  }

  return {
    write,
    chosen,
    timeHere,
    verbs: {
      typeFigure,
      putFret,
      setLength,
      rest,
      takeOut,
      takeBack,
      closeGap,
      openGap,
      repeat,
      moveTime,
      moveString,
      moveOctave,
      moveFret: (by: number) => {
        writeMoved(before => edit.moveFret(before, picked(), by, instrument.value))
      },
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
    },
  }
}
export type WritingEdits = ReturnType<typeof useWritingEdits>
