import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../../score/score-of.test.data'
import { readPasted } from '../pasted'
import { OPENINGS, randomScores } from '../writers.test.data'
import { readTab } from './read'
import { toTab } from './write'

const RANDOM = randomScores(200)

const order = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 3, 2, 4], ...block },
  strings: { from: 6, to: 4, travel: 'there' },
  ...more,
})

describe('text tablature', () => {
  test('frets stand on their strings, strokes above and fingers below, all of a note in one column', () => {
    const lines = toTab(scoreOf(order({ strings: { order: [6], travel: 'there' } }))).split('\n')
    const at = (start: string) => lines.find(line => line.startsWith(start))!
    expect(lines.filter(line => line.startsWith('E |'))).toHaveLength(2)
    expect(lines.findLast(line => line.startsWith('E |'))).toContain('|-5-7-6-8-')
    expect(lines.some(line => line.trim() === 'D U D U')).toBe(true)
    expect(lines.some(line => line.trim() === '1 3 2 4')).toBe(true)
    expect(at('A |')).not.toMatch(/\d/)
  })

  test('columns are in proportion to time: after a quarter twice as far as after an eighth', () => {
    const notes = [0, 10080, 15120, 20160].map((onset, i) => ({ at: onset, dur: 5040, string: 1, fret: i + 5 }))
    const line = toTab(scoreOf({ version: 1, family: 'free', free: { notes } }))
      .split('\n')
      .find(each => each.startsWith('E |'))!
    const column = (fret: number) => line.indexOf(String(fret))
    expect(column(6) - column(5)).toBe(2 * (column(7) - column(6)))
    expect(column(8) - column(7)).toBe(column(7) - column(6))
  })

  test('a header names what the strings do not show', () => {
    const header = (more: object) => toTab(scoreOf(order(more))).split('\n')[1]
    expect(header({})).toBe('♩ = 60 · columns to scale')
    expect(header({ rhythm: { meter: [3, 4] } })).toContain('· 3/4 ·')
    expect(header({ instrument: { capo: 2 } })).toContain('capo 2')
    expect(header({ instrument: { tuning: [38, 45, 50, 55, 59, 64] } })).toContain('tuning D2 A2 D3 G3 B3 E4')
  })

  test('long drills break into lines', () => {
    const tab = toTab(scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }))
    expect(tab.split('\n').filter(line => line.startsWith('B |')).length).toBeGreaterThan(1)
    expect(Math.max(...tab.split('\n').map(({ length }) => length))).toBeLessThan(110)
  })
})

describe('text tablature read back', () => {
  const places = (notes: readonly { at: number; string?: number; fret?: number }[]) =>
    notes.map(({ at, string, fret }) => [at, string, fret]).toSorted((a, b) => a[0]! - b[0]! || b[1]! - a[1]!)

  test.each(OPENINGS)('%s has the same strings, frets and onsets, and nothing to warn of', (_, score) => {
    const read = readTab(toTab(score))
    if (!read.ok) throw new Error(read.why)
    expect(places(read.notes)).toEqual(places(score.notes))
    expect([read.title, read.meter, read.tempo, read.warnings]).toEqual([score.title, score.meter, score.tempo, []])
  })

  test('random drills have the same strings, frets and onsets, guitar, meter and tempo', () => {
    let scaled = 0
    for (const score of RANDOM) {
      const text = toTab(score)
      if (!text.includes('columns to scale')) continue
      scaled++
      const read = readTab(text)
      if (!read.ok) throw new Error(`${read.why}\n${text}`)
      expect([score.spec, places(read.notes)]).toEqual([score.spec, places(score.notes)])
      expect([score.spec, read.capo ?? 0, read.meter]).toEqual([
        score.spec,
        score.spec.instrument.capo ?? 0,
        score.meter,
      ])
      if (score.spec.instrument.tuning)
        expect(read.tuning ?? [40, 45, 50, 55, 59, 64]).toEqual(score.spec.instrument.tuning)
    }
    expect(scaled).toBeGreaterThan(RANDOM.length * 0.9)
  })

  test('written, read and written again it is the same text', () => {
    const beside = {
      instrument: { preset: 'electric' as const },
      rhythm: { meter: [4, 4] as [number, 4], perBeat: 4 },
      tempo: 60,
      position: 5,
    }
    const again = (text: string) => {
      const read = readPasted(text, { beside })
      if (!read.ok) throw new Error(read.why)
      return toTab(scoreOf(read.spec))
    }
    for (const [, score] of OPENINGS) {
      const once = again(toTab(score))
      expect(again(once)).toBe(once)
    }
  })
})
