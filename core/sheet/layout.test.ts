import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { layOut } from './layout'

const order = (more: object = {}) => scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })

describe('laying out a sheet', () => {
  test.each([360, 480, 768, 1280, 1600])('at %i px every note stands once, inside its line', width => {
    const { systems } = layOut(order(), { width, lanes: true })
    expect(systems.flatMap(system => system.notes.map(note => note.index))).toEqual(
      Array.from({ length: 48 }, (_, i) => i),
    )
    for (const system of systems) {
      expect(system.right).toBeLessThanOrEqual(width)
      for (const note of system.notes) expect(note.x).toBeLessThan(system.right)
    }
  })

  test('a wide sheet puts whole bars on a line, a narrow one whole beats', () => {
    expect(layOut(order(), { width: 1600, lanes: true }).systems.length).toBeLessThan(3)
    const narrow = layOut(order(), { width: 360, lanes: true }).systems
    expect((narrow[0]!.to - narrow[0]!.from) % 10080).toBe(0)
    expect(narrow.length).toBeGreaterThan(3)
  })

  test('the position stands at the head of each line and at each shift', () => {
    const { systems } = layOut(order({ times: 2, order: { fingers: [1, 2, 3, 4], crawl: 1 } }), {
      width: 1000,
      lanes: true,
    })
    expect(systems.every(system => system.positions.length > 0)).toBe(true)
    expect(systems.flatMap(system => system.positions.map(mark => mark.text))).toContain('VI')
  })

  test('a finger that stays for a barre is drawn once at a time: alone, then across', () => {
    const change = layOut(
      scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets: 'x02210' }, { frets: '133211' }] } }),
      { width: 4000, lanes: true },
    )
    const own = change.systems.flatMap(system => system.ribbons).filter(ribbon => ribbon.finger === 1)
    expect(own.map(ribbon => ribbon.label)).toEqual(['string 2', 'barre 6–1'])
    expect(own[0]!.x + own[0]!.width).toBeLessThanOrEqual(own[1]!.x)
  })

  test('a barre is one ribbon named by its strings; taps have a lane of their own', () => {
    const chord = layOut(scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets: '133211' }] } }), {
      width: 900,
      lanes: true,
    })
    expect(chord.systems[0]!.ribbons.filter(ribbon => ribbon.finger === 1).map(ribbon => ribbon.label)).toEqual([
      'barre 6–1',
    ])
    const tap = layOut(
      scoreOf({
        version: 1,
        family: 'tap',
        tap: {
          string: 2,
          cycle: [
            { fret: 5, finger: 1 },
            { fret: 12, tap: 'm' },
          ],
        },
      }),
      { width: 900, lanes: true },
    )
    expect(tap.frame.rows.lanes).toHaveLength(5)
  })

  test('no name of a ribbon is longer than the ribbon, however short a barre is', () => {
    for (const width of [360, 620, 900])
      for (const perBeat of [1, 2, 4]) {
        const { systems } = layOut(
          scoreOf({
            version: 1,
            family: 'pattern',
            pattern: {
              chords: [{ frets: '133211' }, { frets: 'x24432' }, { frets: '022100' }],
              tokens: 'p:R i:3 m:2 a:1',
            },
            rhythm: { perBeat },
          }),
          { width, lanes: true },
        )
        const ribbons = systems.flatMap(system => system.ribbons)
        expect(ribbons.some(ribbon => ribbon.label)).toBe(true)
        // 10.5 px letters of the body face are 5.5 px wide at most in these words; they begin 9 px in.
        for (const { label, width: room } of ribbons)
          if (label) expect(9 + label.length * 5.5).toBeLessThanOrEqual(room)
      }
  })

  const kinds = (spec: object) => {
    const { systems } = layOut(scoreOf({ version: 1, ...spec }), { width: 900, lanes: false })
    return systems.flatMap(system => system.signs.map(({ kind }) => kind))
  }
  test('rest strokes, planted fingers, taps, accents and short notes are marked; plain free strokes are not', () => {
    const fingers = { family: 'order', order: { fingers: [1, 2, 3, 4] } }
    expect(new Set(kinds({ ...fingers, plucking: { system: 'im', stroke: 'rest' } }))).toEqual(new Set(['rest']))
    expect(kinds({ ...fingers, plucking: { system: 'im', stroke: 'rest' } })).toHaveLength(48)
    expect(kinds({ ...fingers, plucking: { system: 'im', stroke: 'free' } })).toEqual([])
    expect(kinds({ ...fingers, sound: { accentEvery: 4 } })).toEqual(Array(12).fill('accent'))
    expect(new Set(kinds({ ...fingers, sound: { length: 'staccato' } }))).toEqual(new Set(['short']))
    // Each of p i m a once, where it first plays.
    const pattern = { family: 'pattern', pattern: { chords: [{ frets: 'x32010' }], tokens: 'p:R i:3 m:2 a:1' } }
    expect(kinds(pattern)).toEqual(Array(4).fill('planted'))
    const cycle = [
      { fret: 5, finger: 1 },
      { fret: 12, tap: 'm' },
    ]
    expect(new Set(kinds({ family: 'tap', tap: { string: 2, cycle } }))).toEqual(new Set(['tap']))
  })

  test('without lanes the sheet is lower, and no ribbon is drawn', () => {
    const folded = layOut(order(), { width: 900, lanes: false })
    expect(folded.frame.height).toBeLessThan(layOut(order(), { width: 900, lanes: true }).frame.height)
    expect(folded.systems.every(system => system.ribbons.length === 0)).toBe(true)
  })

  test('a ribbon that goes on ends at the line; one that lifts stops short of the next landing', () => {
    const { systems } = layOut(order(), { width: 640, lanes: true })
    expect(systems.length).toBeGreaterThan(1)
    for (const { ribbons, right } of systems)
      for (const ribbon of ribbons) expect(ribbon.x + ribbon.width).toBeLessThanOrEqual(right)
    const lane = systems[0]!.ribbons.filter(ribbon => ribbon.finger === 1).sort((a, b) => a.x - b.x)
    for (const [i, ribbon] of lane.slice(1).entries()) expect(lane[i]!.x + lane[i]!.width).toBeLessThan(ribbon.x)
  })
})

describe('the quiet lane', () => {
  const marksOf = (score: ReturnType<typeof order>) =>
    layOut(score, { width: 1600, lanes: true, quiet: true }).systems.flatMap(system => system.quiet)

  test.each([
    ['single notes', { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }],
    ['stacks', { version: 1, family: 'blocks', blocks: { chords: [{ frets: 'x32010' }, { frets: 'xx0232' }] } }],
    [
      'seven strings',
      {
        version: 1,
        family: 'order',
        instrument: { tuning: [35, 40, 45, 50, 55, 59, 64] },
        strings: { from: 7, to: 1 },
        order: { fingers: [1, 2] },
      },
    ],
  ] as const)(
    'of %s says for every onset and every string once whether it sounds or what keeps it quiet',
    (_, spec) => {
      const score = scoreOf(spec)
      const marks = marksOf(score)
      const onsets = new Set(score.notes.map(note => note.at)).size
      const strings = score.spec.instrument.tuning?.length ?? 6
      expect(marks).toHaveLength(onsets * strings)
      expect(new Set(marks.map(mark => mark.y)).size).toBe(strings)
      expect(marks.filter(mark => mark.by === 'sounds')).toHaveLength(score.notes.length)
    },
  )

  test('finger 1 on the sounding string: its tip keeps the next thicker string quiet, its underside the thinner ones', () => {
    const marks = marksOf(
      scoreOf({ version: 1, family: 'order', strings: { order: [4], travel: 'there' }, order: { fingers: [1] } }),
    )
    expect([...marks].sort((a, b) => a.y - b.y).map(mark => mark.by)).toEqual([
      'underside',
      'underside',
      'underside',
      'sounds',
      'tip',
      'hand',
    ])
  })

  test('it takes room only where it is shown', () => {
    const height = (quiet: boolean) => layOut(order(), { width: 900, lanes: true, quiet }).frame.height
    expect(height(true)).toBeGreaterThan(height(false) + 50)
    expect(layOut(order(), { width: 900, lanes: true }).systems[0]!.quiet).toEqual([])
  })

  test('a finger that is only held stands in brackets where it comes down; one that sounds does not', () => {
    const held = scoreOf({
      version: 1,
      family: 'held',
      held: { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 2], strings: [3] } },
    })
    const silent = layOut(held, { width: 900, lanes: false }).systems.flatMap(system => system.silent)
    expect(silent.map(each => each.text)).toEqual(['(7)'])
    const order = scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } })
    expect(layOut(order, { width: 900, lanes: false }).systems.flatMap(system => system.silent)).toEqual([])
  })
})
