import { describe, expect, test } from '@jest/globals'
import { cellsOf, pressed, tokensOf } from './pattern-grid'

describe('the pattern grid', () => {
  test('a pattern of eighths is read and written alike', () => {
    expect(tokensOf(cellsOf('p:R+a:1 i:3 m:2')!)).toBe('p:R+a:1 i:3 m:2')
  })

  test('a pattern with other lengths can only be typed', () => {
    expect(cellsOf('p:R/q i:3')).toBeNull()
    expect(cellsOf('p:L i:3')).toBeNull()
  })

  test('a press sets the usual finger, further presses every other that is free, and at last nothing', () => {
    const after = (presses: number) => {
      let cells = cellsOf('p:R m:2')!
      for (let i = 0; i < presses; i++) cells = pressed(cells, 0, '1')
      return tokensOf(cells)
    }
    expect([1, 2, 3, 4, 5].map(after)).toEqual(['p:R+a:1 m:2', 'p:R+i:1 m:2', 'p:R+m:1 m:2', 'p:R+c:1 m:2', 'p:R m:2'])
  })

  test('a rest is a column without a note, and a column without a note is a rest', () => {
    expect(cellsOf('p:R r i:3')![1]).toEqual([])
    let cells = cellsOf('p:R a:1')!
    for (let i = 0; i < 5; i++) cells = pressed(cells, 1, '1')
    expect(tokensOf(cells)).toBe('p:R r')
  })
})
