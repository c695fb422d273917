import { describe, expect, test } from '@jest/globals'
import type { Finger } from '../guitar/finger'
import { instrumentOf } from '../guitar/instrument'
import type { HoldPolicy } from '../schema/fields'
import { placedAhead, type FingeredNote, type FingeredOnset } from './ahead'
import { handOf } from './hand'

const BEAT = 10080
const rules = (policy: HoldPolicy, reachMm = 80) => ({
  hand: handOf({ reachMm }),
  instrument: instrumentOf({ preset: 'classical' }),
  policy,
})

/** One note after the other, as "finger string/fret", with ~ before those that are slurred. */
function line(notes: string, position = 5): readonly FingeredOnset[] {
  return notes.split(', ').map((word, i) => {
    const [finger, place] = word.replace('~', '').split(' ')
    const [string, fret] = place!.split('/').map(Number)
    const note: FingeredNote = {
      noteId: `n${i + 1}`,
      finger: Number(finger) as Finger,
      string: string!,
      fret: fret!,
      soundsAt: i * BEAT,
      noteEnd: (i + 1) * BEAT,
      slurred: word.startsWith('~'),
      stretch: false,
      gripped: false,
    }
    return { at: i * BEAT, end: (i + 1) * BEAT, position, notes: [note], landings: [note] }
  })
}
const ahead = (notes: string, policy: HoldPolicy = 'until-needed', reachMm?: number) =>
  placedAhead(line(notes), rules(policy, reachMm)).map(landings => landings.map(({ noteId }) => noteId).join(' '))

// How descending notes are prepared, common practice.
describe('fingers that land before their note', () => {
  test('a run that falls on one string has all its fingers down at its first note', () => {
    expect(ahead('4 3/8, 3 3/7, 2 3/6, 1 3/5')).toEqual(['n2 n3 n4', '', '', ''])
    expect(ahead('1 3/5, 4 3/8, 2 3/6, 1 2/5')).toEqual(['', 'n3', '', ''])
  })

  test('a note repeated by another finger does not fall: nothing is prepared for it', () => {
    expect(ahead('3 3/7, 2 3/7')).toEqual(['', ''])
    expect(ahead('4 3/8, 3 3/7, 2 3/7, 1 3/6')).toEqual(['n2', '', 'n4', ''])
  })

  test('a run ends before a finger that is in it plays again', () => {
    expect(ahead('4 3/8, 2 3/7, 4 3/6')).toEqual(['n2', '', ''])
  })

  test('a run ends before notes sounding together, and before one that a chord holds already', () => {
    const [high, middle, low] = line('4 3/8, 3 3/7, 2 3/6')
    const open = { finger: 0, string: 5, fret: 0, slurred: false } as const
    const together: FingeredOnset = { ...middle!, notes: [...middle!.notes, open] }
    const gripped = middle!.landings.map(note => ({ ...note, gripped: true }))
    const held: FingeredOnset = { ...middle!, notes: gripped, landings: gripped }
    const prepared = (onset: FingeredOnset) =>
      placedAhead([high!, onset, low!], rules('until-needed')).map(all => all.length)
    expect(prepared(middle!)).toEqual([2, 0, 0])
    expect(prepared(together)).toEqual([0, 0, 0])
    expect(prepared(held)).toEqual([0, 0, 0])
  })

  test('only as far as the hand reaches', () => {
    expect(ahead('4 3/8, 1 3/1')).toEqual(['', ''])
  })

  test('where fingers lift, only the lower finger of a pull-off lies there before', () => {
    expect(ahead('4 3/8, 3 3/7, ~1 3/5', 'lift')).toEqual(['', 'n3', ''])
    expect(ahead('1 3/5, ~3 3/7', 'lift')).toEqual(['', ''])
    expect(ahead('4 3/8, ~4 3/7', 'lift')).toEqual(['', ''])
  })
})
