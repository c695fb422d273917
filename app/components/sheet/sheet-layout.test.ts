import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '#core/score/score-of.test.data'
import { layOut } from './sheet-layout'

const order = (more: object = {}) => scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })

describe('laying out a sheet', () => {
  test.each([360, 480, 768, 1280, 1600])('at %i px every note stands once, inside its line', (width) => {
    const { systems } = layOut(order(), { width, lanes: true })
    expect(systems.flatMap(system => system.notes.map(note => note.index))).toEqual(Array.from({ length: 48 }, (_, i) => i))
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
    const { systems } = layOut(order({ times: 2, order: { fingers: [1, 2, 3, 4], crawl: 1 } }), { width: 1000, lanes: true })
    expect(systems.every(system => system.positions.length > 0)).toBe(true)
    expect(systems.flatMap(system => system.positions.map(mark => mark.text))).toContain('VI')
  })

  test('a barre is one ribbon named by its strings; taps have a lane of their own', () => {
    const chord = layOut(scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets: '133211' }] } }), { width: 900, lanes: true })
    expect(chord.systems[0]!.ribbons.filter(ribbon => ribbon.finger === 1).map(ribbon => ribbon.label)).toEqual(['barre 6–1'])
    const tap = layOut(scoreOf({ version: 1, family: 'tap', tap: { string: 2, cycle: [{ fret: 5, finger: 1 }, { fret: 12, tap: 'm' }] } }), { width: 900, lanes: true })
    expect(tap.frame.rows.lanes).toHaveLength(5)
  })

  test('without lanes the sheet is lower, and no ribbon is drawn', () => {
    const folded = layOut(order(), { width: 900, lanes: false })
    expect(folded.frame.height).toBeLessThan(layOut(order(), { width: 900, lanes: true }).frame.height)
    expect(folded.systems.every(system => system.ribbons.length === 0)).toBe(true)
  })
})
