import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { PAPER, printLayout } from './paper'

const BESIDES = { head: 150, runningHead: 40, foot: 240 }
const order = (more: object = {}) => scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })

describe('a drill on paper', () => {
  test('an ordinary drill stands on one page, and a short one is drawn larger', () => {
    const usual = printLayout(order(), { lanes: true }, BESIDES)
    expect(usual.pages).toHaveLength(1)
    const short = printLayout(order({ strings: { from: 6, to: 5, travel: 'there' } }), { lanes: true }, BESIDES)
    expect(short.scale).toBeGreaterThan(1)
    expect(short.scale).toBeGreaterThan(usual.scale)
  })

  test.each([true, false])(
    'a long drill goes on over pages, every line once and none over the edge (lanes %s)',
    lanes => {
      const { layout, scale, pages } = printLayout(order({ times: 8 }), { lanes }, BESIDES)
      expect(pages.length).toBeGreaterThan(1)
      expect(pages.flat()).toEqual(layout.systems.map(({ index }) => index))
      pages.forEach((page, i) => {
        const used =
          page.length * layout.frame.height * scale +
          (i === 0 ? BESIDES.head : BESIDES.runningHead) +
          (i === pages.length - 1 ? BESIDES.foot : 0)
        expect(used).toBeLessThanOrEqual(PAPER.height)
      })
    },
  )

  test('frets are never less than 2 mm high', () => {
    for (const times of [1, 2, 3, 5, 20])
      for (const lanes of [true, false]) {
        const { scale } = printLayout(order({ times }), { lanes }, BESIDES)
        // 15.5 px letters whose figures are 0.668 of that high (measured on the face shipped), 96 px to 25.4 mm.
        expect((15.5 * 0.668 * scale * 25.4) / 96).toBeGreaterThanOrEqual(2)
      }
  })
})
