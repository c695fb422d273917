import { describe, expect, test } from '@jest/globals'
import type { Stretch } from './score'
import { hardestFirst, notable, wantsCare } from './spans'

const stretch = (mm: number): Stretch => ({ key: '', fingers: [1, 2], frets: [1, 3], mm, comfortMm: 60, limitMm: 80 })
const mms = (stretches: readonly Stretch[]) => stretches.map(each => each.mm)

describe('which stretches are told', () => {
  test('from a quarter of the way to the limit they are shown, the hardest first', () => {
    expect(mms(notable([66, 61, 79, 65].map(stretch)))).toEqual([79, 66])
    expect(mms(hardestFirst([66, 61, 79].map(stretch)))).toEqual([79, 66, 61])
  })

  test('from half of the way the drill wants a warm hand', () => {
    expect([wantsCare([stretch(69)]), wantsCare([stretch(69), stretch(71)]), wantsCare([])]).toEqual([
      false,
      true,
      false,
    ])
  })
})
