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

  test('a press sets the usual finger, further presses the others, and at last nothing', () => {
    const after = (presses: number) => {
      let cells = cellsOf('p:R m:2')!
      for (let i = 0; i < presses; i++) cells = pressed(cells, 0, '1')
      return tokensOf(cells)
    }
    expect(after(1)).toBe('p:R+a:1 m:2')
    expect(after(2)).toBe('p:R+i:1 m:2')
    expect(after(3)).toBe('p:R m:2')
  })
})
