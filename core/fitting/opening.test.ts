import { describe, expect, test } from '@jest/globals'
import { FAMILIES, familyNamed } from '../families/registry'
import { openingOf } from '../families/opening'
import { scoreOf } from '../score/score-of.test.data'
import { realise } from '../score/realise'
import { leftOver } from './fit'
import { openingFor, type Player } from './opening'

const order = familyNamed('order')
const sheet = (player: Player, name = 'order') => scoreOf(openingFor(familyNamed(name), player))
const half = { preset: 'half' } as const

describe('the drill a family is opened with', () => {
  test('is the plain one for nobody in particular', () => {
    const plain = scoreOf(openingOf(order))
    expect(sheet({}).notes).toEqual(plain.notes)
    expect(openingFor(familyNamed('count'), { age: 9 })).toEqual(openingOf(familyNamed('count')))
  })

  // Common practice for a child's first lessons.
  test('a child of nine on a half-size guitar gets two fingers on two strings, eighths, in VII', () => {
    const { spec, notes } = sheet({ age: 9, instrument: half, hand: { reachMm: 50 } })
    expect([spec.instrument.preset, spec.position, spec.rhythm.perBeat]).toEqual(['half', 7, 2])
    expect([...new Set(notes.map(note => note.finger))].sort()).toEqual([1, 2])
    expect([...new Set(notes.map(note => note.string))].sort()).toEqual([1, 2])
  })

  test('of a grown beginner has all fingers on three strings in eighths; of whoever is further it is the usual one', () => {
    const { spec, notes } = sheet({ age: 40, habits: { level: 'beginner' } })
    expect(spec).toMatchObject({
      strings: { from: 3, to: 1 },
      rhythm: { perBeat: 2 },
      order: { fingers: [1, 2, 3, 4] },
    })
    expect(notes.length).toBeLessThan(sheet({}).notes.length)
    expect(sheet({ age: 40, habits: { level: 'further' } }).notes.length).toBe(sheet({}).notes.length)
    expect(sheet({ age: 8, habits: { level: 'beginner' } }).spec).toMatchObject({ strings: { from: 2, to: 1 } })
  })

  test('is not the small one from eleven on, nor where the age is not known', () => {
    for (const age of [11, 40, null]) expect(sheet({ age }).notes.length).toBe(sheet({}).notes.length)
    expect(sheet({ age: 10 }).notes.length).toBeLessThan(sheet({}).notes.length)
  })

  test('moves only where the hand does not reach: to a position in which it does', () => {
    expect(sheet({ hand: { reachMm: 90 } }).spec.position).toBe(5)
    const { spec } = sheet({ hand: { reachMm: 60 } })
    expect(spec.position).toBeGreaterThan(5)
    expect(leftOver(spec, { reachMm: 60 })).toEqual([])
  })

  test('does without a finger that is to be spared', () => {
    const { notes } = sheet({ hand: { spared: [4] } })
    expect([...new Set(notes.map(note => note.finger))].sort()).toEqual([1, 2, 3])
  })

  test.each([
    ['nails', ['i', 'm']],
    ['flesh', ['i', 'm']],
    ['pick', ['D', 'U']],
  ] as const)('a player with %s plays with %s in turn', (sounder, strokes) => {
    expect(
      sheet({ habits: { sounder } })
        .notes.slice(0, 2)
        .map(note => note.pluck),
    ).toEqual(strokes)
  })

  // Standard tuning with a low B (common practice for seven strings).
  const seven = { preset: 'electric', tuning: [35, 40, 45, 50, 55, 59, 64] }
  test.each([
    [
      'a child on a half-size guitar',
      [],
      { age: 7, instrument: half, hand: { reachMm: 48 }, habits: { sounder: 'nails' } },
    ],
    // Chords that are spelt for six strings stay on a guitar that has six.
    ['seven strings', ['pattern', 'blocks'], { age: 30, instrument: seven, hand: { excluded: [4] }, habits: {} }],
    ['a thumb pick', [], { age: 30, instrument: { preset: 'steel' }, hand: {}, habits: { sounder: 'thumb pick' } }],
  ] as const)('is theirs and can be played in every family: %s', (_who, onSix, player) => {
    const others: string[] = []
    for (const family of FAMILIES.filter(each => 'build' in each)) {
      const opening = openingFor(family, player as Player)
      expect([family.name, realise(opening, { hand: player.hand as Player['hand'] }).ok]).toEqual([family.name, true])
      if (JSON.stringify(opening.instrument) !== JSON.stringify(player.instrument)) others.push(family.name)
    }
    expect(others.sort()).toEqual([...onSix].sort())
  })
})
