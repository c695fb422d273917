import { describe, expect, test } from '@jest/globals'
import { instrumentOf } from '../guitar/instrument'
import type { HoldPolicy } from '../schema/fields'
import type { Finger } from '../guitar/finger'
import { handOf } from './hand'
import {
  release,
  RESTING_HAND,
  advanceHand,
  type HandRules,
  type HandState,
  type Hold,
  type Landing,
  type Moment,
} from './advance-hand'

const BEAT = 10080
const rules = (policy: HoldPolicy = 'until-needed', reachMm = 80): HandRules => ({
  hand: handOf({ reachMm }),
  instrument: instrumentOf({ preset: 'classical' }),
  policy,
})

/** A note or stack at a beat: "finger string/fret" each, an open string as "0 string/0". */
function moment(
  beat: number,
  notes: string,
  more: { position?: number; length?: number; ahead?: readonly Landing[] } = {},
): Moment {
  const { position = 5, length = 1, ahead = [] } = more
  const read = notes.split(' + ').map((note, i) => {
    const [finger, place] = note.split(' ')
    const [string, fret] = place!.split('/').map(Number)
    return { noteId: `n${beat}.${i}`, finger: Number(finger), string: string!, fret: fret! }
  })
  const landings = read
    .filter(note => note.finger > 0)
    .map((note): Landing => ({
      ...note,
      finger: note.finger as Finger,
      soundsAt: beat * BEAT,
      noteEnd: (beat + length) * BEAT,
    }))
  return {
    at: beat * BEAT,
    end: (beat + length) * BEAT,
    position,
    sounding: read.map(({ string, fret }) => ({ string, fret })),
    landings: [...landings, ...ahead],
  }
}

interface Played {
  readonly state: HandState
  readonly holds: readonly Hold[]
  readonly broken: number
  readonly cut: number
  readonly torn: number
  readonly breaches: readonly string[]
}

/** Steps through moments, and lifts the hand at the end when `lift` says so. */
function play(
  moments: readonly Moment[],
  with_: HandRules = rules(),
  { lifts = [] as readonly number[], end = true } = {},
): Played {
  let state = RESTING_HAND
  const holds: Hold[] = []
  const breaches: string[] = []
  let [broken, cut, torn] = [0, 0, 0]
  for (const [i, each] of moments.entries()) {
    const stepped = advanceHand(state, each, with_, lifts[i] ?? 0)
    state = stepped.state
    holds.push(...stepped.ended)
    breaches.push(...stepped.breaches.map(breach => `${breach.key} ${breach.rule}`))
    broken += stepped.broken
    cut += stepped.cut
    torn += stepped.torn
  }
  if (end) holds.push(...release(state, with_.policy))
  return { state, holds, broken, cut, torn, breaches }
}
const told = (holds: readonly Hold[]) =>
  holds.map(
    hold =>
      `${hold.finger} ${hold.string}/${hold.fret} ${hold.from / BEAT}-${hold.to / BEAT}${hold.barre ? ' barre' : ''}`,
  )
const down = (played: Played) =>
  played.state.contacts.map(contact => `${contact.finger} ${contact.string}/${contact.fret}`)

describe('a finger that has landed stays', () => {
  test('while higher fingers land on its string', () => {
    expect(down(play([moment(0, '1 6/5'), moment(1, '3 6/7'), moment(2, '4 6/8')]))).toEqual([
      '1 6/5',
      '3 6/7',
      '4 6/8',
    ])
  })

  test('while its neighbour strings are played', () => {
    expect(down(play([moment(0, '1 4/5'), moment(1, '2 3/6'), moment(2, '3 5/7')]))).toEqual(['1 4/5', '3 5/7'])
    expect(down(play([moment(0, '1 4/5'), moment(1, '2 3/6'), moment(2, '3 3/7')]))).toEqual([
      '1 4/5',
      '2 3/6',
      '3 3/7',
    ])
  })

  test('when its own note comes again', () => {
    expect(told(play([moment(0, '2 3/6'), moment(1, '2 3/6'), moment(2, '2 3/6')]).holds)).toEqual(['2 3/6 0-3'])
  })

  test('through a rest', () => {
    expect(told(play([moment(0, '1 6/5'), moment(3, '2 6/6')]).holds)).toEqual(['1 6/5 0-4', '2 6/6 3-4'])
  })
})

describe('a finger leaves', () => {
  test('when it lands elsewhere', () => {
    expect(told(play([moment(0, '1 6/5'), moment(1, '1 5/5')]).holds)).toEqual(['1 6/5 0-1', '1 5/5 1-2'])
  })

  test('when a lower note sounds on its string', () => {
    expect(told(play([moment(0, '4 6/8'), moment(1, '2 6/6')]).holds)).toEqual(['4 6/8 0-1', '2 6/6 1-2'])
  })

  test('when its string sounds open', () => {
    expect(told(play([moment(0, '2 6/6'), moment(1, '0 6/0')]).holds)).toEqual(['2 6/6 0-1'])
  })

  test('when a note sounds two strings away, but not while its own still sounds', () => {
    expect(told(play([moment(0, '1 6/5'), moment(1, '2 4/6')]).holds)).toEqual(['1 6/5 0-1', '2 4/6 1-2'])
    expect(told(play([moment(0, '1 6/5', { length: 4 }), moment(1, '2 4/6')]).holds)).toEqual([
      '1 6/5 0-4',
      '2 4/6 1-4',
    ])
  })

  test('when the stretch to a landing finger would pass the limit of the hand', () => {
    const far = [moment(0, '1 6/1', { position: 1 }), moment(1, '4 6/4', { position: 1 })]
    expect(play(far, rules('until-needed', 50))).toMatchObject({
      broken: 1,
      holds: [{ finger: 1, to: BEAT }, { finger: 4 }],
    })
    expect(play(far, rules('until-needed', 90)).broken).toBe(0)
  })

  test('at the start of the pause before a shift', () => {
    expect(told(play([moment(0, '1 6/5'), moment(3, '1 6/9', { position: 9 })]).holds)).toEqual([
      '1 6/5 0-1',
      '1 6/9 3-4',
    ])
  })

  test('when it is lifted by choice, which costs a hold; a finger that must sound on is not lifted', () => {
    expect(play([moment(0, '1 4/5'), moment(1, '2 3/6')], rules(), { lifts: [0, 1 << 1] })).toMatchObject({
      broken: 1,
      holds: [{ finger: 1, to: BEAT }, { finger: 2 }],
    })
    expect(
      play([moment(0, '1 4/5', { length: 3 }), moment(1, '2 3/6')], rules(), { lifts: [0, 1 << 1] }),
    ).toMatchObject({ broken: 0, holds: [{ finger: 1, to: 3 * BEAT }, { finger: 2 }] })
  })
})

describe('a shift', () => {
  test('takes along what no longer sounds; what does is let go as its note ends, also two shifts later', () => {
    const played = play([
      moment(0, '1 6/5', { length: 2.5 }),
      moment(1, '2 1/8', { position: 7, length: 1.8 }),
      moment(3, '1 2/9', { position: 9 }),
    ])
    expect(told(played.holds)).toContain('1 6/5 0-2.5')
    expect(told(played.holds)).toContain('2 1/8 1-2.8')
  })
})

describe('what is broken is counted', () => {
  test('a finger that crosses one still down lifts it and is a breach at its own note', () => {
    const played = play([moment(0, '3 4/7'), moment(1, '2 3/8')])
    expect(played.breaches).toEqual(['n1.0 crossing'])
    expect(played).toMatchObject({ broken: 1, cut: 0 })
    expect(told(played.holds)).toEqual(['3 4/7 0-1', '2 3/8 1-2'])
  })

  test('a note whose finger is wanted elsewhere before its end is cut', () => {
    expect(play([moment(0, '1 6/5', { length: 4 }), moment(1, '1 4/6')])).toMatchObject({ cut: 1, broken: 0 })
    expect(play([moment(0, '1 6/5'), moment(1, '1 4/6')])).toMatchObject({ cut: 0, broken: 0 })
  })

  test('a finger that sounds on lies down over a further string at its fret: a barre', () => {
    const played = play([moment(0, '1 6/5', { length: 4 }), moment(1, '1 4/5')])
    expect(played).toMatchObject({ cut: 0, broken: 0 })
    expect(told(played.holds)).toEqual(['1 6/5 0-4 barre', '1 4/5 1-4 barre'])
  })

  test('a new note on the same string ends the old one without a fault', () => {
    expect(play([moment(0, '1 6/5', { length: 4 }), moment(1, '1 6/6', { position: 6 })])).toMatchObject({ cut: 0 })
  })
})

describe('a grip', () => {
  const grip = (until: number): Moment => ({
    ...moment(0, '1 2/5 + 2 4/6', { length: 1 }),
    landings: moment(0, '1 2/5 + 2 4/6').landings.map(landing => ({ ...landing, until: until * BEAT })),
  })

  test('stays to its end, whatever sounds', () => {
    expect(
      told(play([grip(4), moment(1, '0 6/0'), moment(2, '3 3/7'), moment(4, '0 1/0')]).holds).filter(
        text => !text.startsWith('3'),
      ),
    ).toEqual(['1 2/5 0-4', '2 4/6 0-4'])
  })

  test('that is played again as it ends goes on as ordinary notes', () => {
    const played = play([grip(1), moment(1, '1 2/5 + 2 4/6', { length: 2 })])
    expect(told(played.holds)).toEqual(['1 2/5 0-3', '2 4/6 0-3'])
  })

  test('is torn when one of its fingers is wanted elsewhere', () => {
    expect(play([grip(4), moment(1, '1 3/5')])).toMatchObject({ torn: 0, broken: 0 })
    expect(play([grip(4), moment(1, '1 3/7', { position: 7 })])).toMatchObject({ torn: 1 })
  })

  test('one finger across several strings is a barre, one contact a string', () => {
    expect(told(play([moment(0, '1 3/5 + 1 2/5 + 1 1/5')]).holds)).toEqual([
      '1 3/5 0-1 barre',
      '1 2/5 0-1 barre',
      '1 1/5 0-1 barre',
    ])
  })
})

describe('fingers placed ahead', () => {
  const ahead = (finger: Finger, fret: number, beat: number): Landing => ({
    noteId: `a${fret}`,
    finger,
    string: 6,
    fret,
    soundsAt: beat * BEAT,
    noteEnd: (beat + 1) * BEAT,
  })

  test.each(['until-needed', 'legato-only', 'lift'] as const)(
    '%s: they land with the note they were placed at and stay to their own',
    policy => {
      const holds = told(
        play([moment(0, '4 6/8', { ahead: [ahead(1, 5, 1)] }), moment(1, '1 6/5')], rules(policy)).holds,
      )
      expect(holds).toContain('1 6/5 0-2')
      expect(holds).toContain('4 6/8 0-1')
    },
  )
})

describe('the other policies', () => {
  test.each([
    ['until-needed', ['1 6/5 0-4', '2 6/6 2-4']],
    ['legato-only', ['1 6/5 0-2', '2 6/6 2-3']],
    ['lift', ['1 6/5 0-1', '2 6/6 2-3']],
  ] as const)('%s, with a rest between and after', (policy, expected) => {
    expect(told(play([moment(0, '1 6/5'), moment(2, '2 6/6'), moment(3, '0 5/0')], rules(policy)).holds)).toEqual(
      expected,
    )
  })
})

test('stepping changes nothing it was given', () => {
  const before = play([moment(0, '1 6/5')], rules(), { end: false }).state
  const copy = structuredClone(before)
  const next = moment(1, '2 6/6')
  const nextCopy = structuredClone(next)
  expect(advanceHand(before, next, rules())).toEqual(advanceHand(before, next, rules()))
  expect(before).toEqual(copy)
  expect(next).toEqual(nextCopy)
})
