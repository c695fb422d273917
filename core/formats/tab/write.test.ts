import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../../score/score-of.test.data'
import { toTab } from './write'

const order = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 3, 2, 4], ...block },
  strings: { from: 6, to: 4, travel: 'there' },
  ...more,
})

describe('text tablature', () => {
  test('frets stand on their strings, strokes above and fingers below', () => {
    const lines = toTab(scoreOf(order({ strings: { order: [6], travel: 'there' } }))).split('\n')
    const at = (start: string) => lines.find(line => line.startsWith(start))!
    expect(lines.filter(line => line.startsWith('E |'))).toHaveLength(2)
    expect(lines.findLast(line => line.startsWith('E |'))).toContain('-5---7---6---8-')
    expect(lines.some(line => line.trim() === 'D   U   D   U')).toBe(true)
    expect(lines.some(line => line.trim() === '1   3   2   4')).toBe(true)
    expect(at('A |')).not.toMatch(/\d/)
  })

  test('long drills break into lines of two bars', () => {
    const tab = toTab(scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }))
    expect(tab.split('\n').filter(line => line.startsWith('B |'))).toHaveLength(2)
  })
})
