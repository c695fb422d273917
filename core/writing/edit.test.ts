import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { FreeNote } from '../families/free'
import { instrumentOf, midiAt } from '../guitar/instrument'
import { realise } from '../score/realise'
import * as edit from './edit'
import type { Notes } from './edit'

const E = 5040
const guitar = instrumentOf({ preset: 'classical' })
const note = (at: number, string: number, fret: number, more: Partial<FreeNote> = {}): FreeNote => ({
  at: at * E,
  dur: E,
  string,
  fret,
  ...more,
})
const places = (notes: Notes) => notes.map(({ at, string, fret }) => `${at / E}:${string}/${fret}`).join(' ')

describe('own music, edited', () => {
  test('a note takes the place of the one that began there, and ends what sounded on its string', () => {
    const line = [note(0, 3, 5, { dur: 4 * E }), note(0, 1, 0)]
    const next = edit.put(line, note(2, 3, 7) as FreeNote & edit.Spot)
    expect(places(next)).toBe('0:3/5 0:1/0 2:3/7')
    expect(next[0]!.dur).toBe(2 * E)
    expect(places(edit.put(next, note(0, 1, 3) as FreeNote & edit.Spot))).toBe('0:3/5 0:1/3 2:3/7')
  })

  test('a slur goes up by hammer-on, down by pull-off, and needs another fret on its string just before it', () => {
    const line = [note(0, 3, 5), note(1, 3, 7), note(2, 3, 4), note(3, 3, 4), note(5, 3, 6)]
    const vias = (notes: Notes) => notes.map(each => each.via ?? '')
    expect(vias(edit.slur(line, [1, 2], 'slur'))).toEqual(['', 'hammer', 'pull', '', ''])
    for (const i of [0, 3, 4]) expect(edit.slur(line, [i], 'slur')).toBe(line)
    const slurred = edit.slur(line, [1], 'slur')
    // The fret under it goes up past it: what was a hammer-on is a pull-off now.
    expect(vias(edit.put(slurred, note(0, 3, 9) as FreeNote & edit.Spot))[1]).toBe('pull')
    expect(vias(edit.takeOut(slurred, [0]))[0]).toBe('')
    expect(vias(edit.slur(slurred, [1], 'slur'))).toEqual(['', '', '', '', ''])
  })

  test('a slide needs a finger at both ends; an open string has none', () => {
    const line = [note(0, 3, 0), note(1, 3, 7), note(2, 3, 9)]
    expect(edit.slur(line, [1], 'slide')).toBe(line)
    expect(edit.slur(line, [2], 'slide')[2]!.via).toBe('slide')
  })

  test('time is opened and closed for all that follows', () => {
    const line = [note(0, 3, 5), note(1, 2, 5), note(2, 1, 5)]
    expect(places(edit.openTime(line, E, 2 * E))).toBe('0:3/5 3:2/5 4:1/5')
    expect(places(edit.closeTime(line, { from: E, to: 2 * E }))).toBe('0:3/5 1:1/5')
  })

  test('a stretch is repeated after itself, and what followed comes later', () => {
    const line = [note(0, 3, 5), note(1, 2, 5), note(2, 1, 5)]
    expect(places(edit.repeat(line, { from: 0, to: 2 * E }))).toBe('0:3/5 1:2/5 2:3/5 3:2/5 4:1/5')
  })

  test('the same pitch is found on the next string, an octave on the nearest place', () => {
    const moved = edit.moveString([note(0, 2, 5)], [0], 1, guitar)
    expect(moved.ok && places(moved.notes)).toBe('0:3/9')
    const octave = edit.moveOctave([note(0, 4, 2)], [0], 1, guitar)
    expect(octave.ok && places(octave.notes)).toBe('0:2/5')
    expect(edit.moveString([note(0, 1, 19)], [0], 1, guitar)).toEqual({
      ok: false,
      why: 'this pitch is past the last fret of string 2',
    })
    expect(edit.moveFret([note(0, 1, 0)], [0], -1, guitar)).toEqual({ ok: false, why: 'that is below the nut' })
    expect(edit.moveTime([note(0, 1, 0)], [0], -E)).toEqual({ ok: false, why: 'that is before the beginning' })
  })

  test('notes are never moved onto each other', () => {
    const line = [note(0, 2, 5), note(0, 1, 0)]
    expect(edit.moveString(line, [0], -1, guitar)).toEqual({ ok: false, why: 'another note is there already' })
  })

  test('fingers, strokes and marks are set and taken off again', () => {
    const line = [note(0, 3, 5), note(1, 3, 0)]
    expect(edit.finger(line, [0, 1], 2).map(each => each.finger)).toEqual([2, undefined])
    expect(edit.finger(edit.finger(line, [0], 2), [0], null)).toEqual(line)
    expect(edit.pluck(edit.pluck(line, [0], 'a'), [0], null)).toEqual(line)
    expect(edit.mark(edit.mark(line, [0, 1], 'accent'), [0, 1], 'accent')).toEqual(line)
    expect(edit.tap(edit.tap(line, [0, 1]), [0])[0]).toEqual(line[0])
    expect(edit.tap(line, [0, 1]).map(each => each.via)).toEqual(['tap', undefined])
  })

  test('more notes than a drill may have are refused, not cut', () => {
    const half = Array.from({ length: 2100 }, (_, i) => note(i, 1 + (i % 6), 5))
    expect(() => edit.repeat(half, { from: 0, to: 2100 * E })).toThrow('4,096 are the most')
  })
})

type Step = (notes: Notes) => Notes
const some = fc.array(fc.nat(40), { maxLength: 6 })
const stretch = fc
  .tuple(fc.nat(20), fc.integer({ min: 1, max: 8 }))
  .map(([from, n]) => ({ from: from * E, to: (from + n) * E }))
const kept = (moved: edit.Moved, notes: Notes) => (moved.ok ? moved.notes : notes)
const within = (indices: readonly number[], notes: Notes) => indices.filter(i => i < notes.length)
const putting: fc.Arbitrary<Step> = fc
  .tuple(fc.nat(24), fc.integer({ min: 1, max: 6 }), fc.nat(19), fc.constantFrom(E, E / 2, 3360, 3 * E))
  .map(
    ([at, string, fret, dur]): Step =>
      notes =>
        edit.put(notes, { at: at * E, dur, string, fret }),
  )
/** Every operation but putting a note, with random arguments. */
const changing: fc.Arbitrary<Step> = fc.oneof(
  some.map(
    (chosen): Step =>
      notes =>
        edit.takeOut(notes, chosen),
  ),
  fc.tuple(some, fc.integer({ min: 1, max: 5 * E })).map(
    ([chosen, dur]): Step =>
      notes =>
        edit.lengthen(notes, chosen, dur),
  ),
  fc.tuple(some, fc.integer({ min: 1, max: 5 * E })).map(
    ([chosen, dur]): Step =>
      notes =>
        edit.tieOn(notes, chosen, dur),
  ),
  stretch.map(
    (each): Step =>
      notes =>
        edit.openTime(notes, each.from, each.to - each.from),
  ),
  stretch.map(
    (each): Step =>
      notes =>
        edit.closeTime(notes, each),
  ),
  stretch.map(
    (each): Step =>
      notes =>
        edit.repeat(notes, each),
  ),
  fc.tuple(stretch, fc.nat(20)).map(
    ([each, at]): Step =>
      notes =>
        edit.paste(notes, at * E, edit.copy(notes, each)),
  ),
  fc.tuple(some, fc.constantFrom('slur' as const, 'slide' as const)).map(
    ([chosen, by]): Step =>
      notes =>
        edit.slur(notes, within(chosen, notes), by),
  ),
  some.map(
    (chosen): Step =>
      notes =>
        edit.tap(notes, within(chosen, notes)),
  ),
  fc.tuple(some, fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, null)).map(
    ([chosen, finger]): Step =>
      notes =>
        edit.finger(notes, chosen, finger),
  ),
  some.map(
    (chosen): Step =>
      notes =>
        edit.mark(notes, within(chosen, notes), 'staccato'),
  ),
  fc.tuple(some, fc.constantFrom(1 as const, -1 as const)).map(
    ([chosen, by]): Step =>
      notes =>
        kept(edit.moveString(notes, chosen, by, guitar), notes),
  ),
  fc.tuple(some, fc.integer({ min: -12, max: 12 })).map(
    ([chosen, by]): Step =>
      notes =>
        kept(edit.moveFret(notes, chosen, by, guitar), notes),
  ),
  fc.tuple(some, fc.constantFrom(1 as const, -1 as const)).map(
    ([chosen, by]): Step =>
      notes =>
        kept(edit.moveOctave(notes, chosen, by, guitar), notes),
  ),
  fc.tuple(some, fc.integer({ min: -4, max: 4 })).map(
    ([chosen, by]): Step =>
      notes =>
        kept(edit.moveTime(notes, chosen, by * E), notes),
  ),
)

const step = fc.oneof(putting, changing)

describe('whatever is done to own music', () => {
  test('it stays music that can be realised: one note on a string at a time, on the neck, slurs with a note before them', () => {
    let looked = 0
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 24 }), steps => {
        const notes = steps.reduce<Notes>((before, apply) => apply(before), [])
        for (let i = 1; i < notes.length; i++) expect(notes[i]!.at).toBeGreaterThanOrEqual(notes[i - 1]!.at)
        for (const string of [1, 2, 3, 4, 5, 6]) {
          const line = notes.filter(each => each.string === string)
          for (let i = 1; i < line.length; i++)
            expect(line[i]!.at).toBeGreaterThanOrEqual(line[i - 1]!.at + line[i - 1]!.dur)
        }
        if (notes.length === 0) return
        const result = realise({ version: 1, family: 'free', free: { notes } })
        expect(result.ok ? 'fine' : `${result.error.path}: ${result.error.message}`).toBe('fine')
        if (!result.ok || result.value.kind !== 'sheet') return
        expect(result.value.notes.map(({ at, dur, string, fret }) => [at, dur, string, fret])).toEqual(
          notes.map(({ at, dur, string, fret }) => [at, dur, string, fret]),
        )
        expect(result.value.notes.map(({ via }) => via)).toEqual(notes.map(({ via }) => via ?? 'pluck'))
        looked++
      }),
      { numRuns: 300 },
    )
    expect(looked).toBeGreaterThan(100)
  })

  test('an operation leaves the notes it was given as they were', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 2, maxLength: 12 }), steps => {
        const before = steps.slice(0, -1).reduce<Notes>((notes, apply) => apply(notes), [])
        const told = JSON.stringify(before)
        steps.at(-1)!(before)
        expect(JSON.stringify(before)).toBe(told)
      }),
      { numRuns: 200 },
    )
  })

  test('moving to the next string and back, an octave up and down, keeps every pitch', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 6 }), fc.integer({ min: 5, max: 14 }), (string, fret) => {
        const line = [note(0, string, fret)]
        const there = kept(edit.moveString(line, [0], -1, guitar), line)
        expect(places(kept(edit.moveString(there, [0], 1, guitar), there))).toBe(places(line))
        const up = edit.moveOctave(line, [0], 1, guitar)
        if (up.ok)
          expect(midiAt(guitar, up.notes[0]!.string!, up.notes[0]!.fret!)).toBe(midiAt(guitar, string, fret) + 12)
      }),
    )
  })
})
