import { describe, expect, test } from '@jest/globals'
import { instrumentOf } from '../../guitar/instrument'
import { handOf } from '../../hand/hand'
import { realiseJudged, type Judged } from '../../score/realise'
import { effortOf, stepsFor, TooWide } from '../model/effort'
import { finger } from './finger'
import { lineOf, type Stop } from '../passage.test.data'

const rules = { hand: handOf(), instrument: instrumentOf({ preset: 'classical' }), policy: 'until-needed' as const }
const options = { rules, tempo: 60, pins: {}, freedom: 'all' as const }
const RUN: Stop[] = [5, 7, 8, 5, 7, 8, 7, 5].map((fret, i): Stop => [{ string: 5 - Math.floor(i / 3), fret }])

const sheet = (spec: object) => {
  const result = realiseJudged(spec)
  if (!result.ok || result.value.kind !== 'sheet') throw new Error(JSON.stringify(result))
  return result.value as Extract<Judged, { kind: 'sheet' }>
}
const pitches = (chords: readonly (readonly number[])[], more: object = {}) => ({
  version: 1,
  family: 'free',
  fingering: { rule: 'best' },
  ...more,
  free: { notes: chords.flatMap((midis, i) => midis.map(midi => ({ at: i * 10080, dur: 10080, midi }))) },
})

describe('how much work a fingering may be', () => {
  test('an effort is spent step by step and then no more', () => {
    const effort = effortOf(5)
    effort.spend(3)
    expect([effort.allows(2), effort.allows(3)]).toEqual([true, false])
    effort.spend(2)
    expect(() => effort.spend(1)).toThrow(TooWide)
  })

  test('of notes sounding together each costs more, from five of them on', () => {
    expect([1, 2, 3, 4, 5, 6, 8].map(stepsFor)).toEqual([1, 1, 1, 1, 2, 3, 5])
  })

  test('with enough of it the answer is exact; with too little a good way is taken, said so, and never cheaper', () => {
    const exact = finger(lineOf(RUN), options)
    const quick = finger(lineOf(RUN), { ...options, effort: effortOf(20) })
    expect([exact.quick, quick.quick]).toEqual([false, true])
    expect(quick.path.moves).toHaveLength(RUN.length)
    expect(quick.path.cost).toBeGreaterThanOrEqual(exact.path.cost - 1e-6)
    // A single line is what the beam search is good at.
    expect(quick.path.cost).toBeLessThanOrEqual(exact.path.cost * 1.5)
  })

  test.each([[[5, 5, 5, 5, 5, 5]], [[7, 7, 7, 7, 5, 5]], [[9, 9, 9, 9]]])(
    'of many notes at one fret the beam search finds what the exact one does: %j',
    frets => {
      const line = lineOf([frets.map((fret, i) => ({ string: 6 - i, fret }))])
      const exact = finger(line, options)
      const quick = finger(line, { ...options, effort: effortOf(20) })
      expect([exact.quick, quick.quick]).toEqual([false, true])
      expect(quick.path.cost).toBeCloseTo(exact.path.cost, 6)
      // Common practice: one finger lies across what is all at one fret.
      if (new Set(frets).size === 1) expect(new Set(quick.path.moves[0]!.choice.fingers)).toEqual(new Set([1]))
    },
  )

  test('the beam search is the same every time', () => {
    const once = () =>
      JSON.stringify(
        finger(lineOf(RUN), { ...options, effort: effortOf(20) }).path.moves.map(move => [
          move.choice.position,
          move.choice.fingers,
        ]),
      )
    expect(once()).toBe(once())
  })

  test('ordinary drills are answered exactly', () => {
    for (const spec of [
      { version: 1, family: 'order', fingering: { rule: 'best' }, order: { fingers: [2, 4, 1, 3] } },
      { version: 1, family: 'chromatic', fingering: { rule: 'best' }, chromatic: { strings: [6, 5, 4, 3, 2, 1] } },
      {
        version: 1,
        family: 'scale',
        fingering: { rule: 'best' },
        scale: { tonic: 'G', type: 'major', layout: 'three-per-string' },
      },
      {
        version: 1,
        family: 'pattern',
        fingering: { rule: 'best' },
        pattern: { chords: [{ frets: 'x32010' }, { frets: '320003' }, { frets: '133211' }], tokens: 'p:R i:3 m:2 a:1' },
      },
      pitches([[48], [50], [52], [53], [55], [57], [59], [60]]),
      pitches([[40, 47, 52, 56, 59, 64]]),
    ])
      expect([spec, 'quick' in sheet(spec).fingering]).toEqual([spec, false])
  })

  test.each([
    ['six bare pitches no hand can reach', pitches([[52, 56, 59, 64, 68, 71]])],
    [
      'five equal pitches on eight equal strings',
      pitches([[60, 60, 60, 60, 60]], { instrument: { tuning: [50, 50, 50, 50, 50, 50, 50, 50] } }),
    ],
    [
      'a long way through bare chords',
      pitches(Array.from({ length: 40 }, (_, i) => [45 + (i % 5), 52 + (i % 4), 57 + (i % 3), 61 + (i % 2)])),
    ],
    [
      'forty passes',
      { version: 1, family: 'order', times: 40, fingering: { rule: 'best' }, order: { fingers: [1, 2, 3, 4] } },
    ],
  ])('%s: too wide to search, and said so', (_, spec) => {
    const { fingering, notes, holds } = sheet(spec)
    expect(fingering.quick).toBe(true)
    expect(Number.isFinite(fingering.cost)).toBe(true)
    // What is answered is a whole fingering all the same.
    for (const note of notes)
      expect([
        note.key,
        note.finger === 0 ||
          holds.some(hold => hold.finger === note.finger && hold.string === note.string && hold.fret === note.fret),
      ]).toEqual([note.key, true])
    expect(Object.keys(fingering.reasons)).toHaveLength(notes.length)
  })

  test('given fingers that are too many to judge one by one are said to be so', () => {
    const notes = Array.from({ length: 600 }, (_, i) => ({
      at: i * 2520,
      dur: 2520,
      string: 1 + (i % 6),
      fret: 1 + ((i * 7) % 12),
      finger: 1 + (i % 4),
    }))
    const { fingering } = sheet({ version: 1, family: 'free', fingering: { rule: 'given' }, free: { notes } })
    expect(fingering.quick).toBe(true)
  })

  test('a chord held for longer than the search looks back may still guide a shift', () => {
    // The bound from below once took a guide for impossible that was there, and no way at all was found.
    const chords = ['x32010', '244222', '320003', '244222'].map(frets => ({ frets }))
    expect(
      sheet({
        version: 1,
        family: 'pattern',
        times: 2,
        hold: 'legato-only',
        tempo: 125,
        instrument: { preset: 'electric' },
        rhythm: { meter: [5, 4] },
        pattern: { chords, tokens: 'p:R/s i:3/s p:B+m:2', barsPerChord: 2 },
        then: [{ do: 'reverse' }],
      }).fingering.cost,
    ).toBeLessThan(200)
  })
})
