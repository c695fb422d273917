import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { arbitrarySpec } from '../score/arbitrary-spec.test.data'
import { realise } from '../score/realise'
import { minimalSpec } from '../families/minimal-spec'
import { fieldAt, withField } from './minimal'

describe('minimal specs', () => {
  test('what has its default is left out', () => {
    const result = realise({
      version: 1,
      family: 'order',
      position: 5,
      tempo: 72,
      strings: { from: 4 },
      order: { fingers: [1] },
    })
    expect(result.ok && minimalSpec(result.value.spec)).toEqual({
      version: 1,
      family: 'order',
      tempo: 72,
      strings: { from: 4 },
      order: { fingers: [1], back: 'mirror', crawl: 0, crawlEvery: 'pass' },
    })
  })

  test('a minimal spec realises to the very same score', () => {
    fc.assert(
      fc.property(arbitrarySpec, spec => {
        const whole = realise(spec)
        if (whole.ok) expect(realise(minimalSpec(whole.value.spec))).toEqual(whole)
      }),
      { numRuns: 100, seed: 7 },
    )
  })

  test('fields are read and set by path without touching the original', () => {
    const before = { strings: { from: 6 } }
    expect(withField(before, 'strings.to', 2)).toEqual({ strings: { from: 6, to: 2 } })
    expect(withField({}, 'order.crawl', 1)).toEqual({ order: { crawl: 1 } })
    expect(before).toEqual({ strings: { from: 6 } })
    expect(fieldAt(before, 'strings.from')).toBe(6)
    expect(fieldAt(before, 'strings.from.deep')).toBeUndefined()
  })
})
