import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { addStep, dropStep, PLUCKERS, pressVoice, setFinger, setLength, stepsByBar, VOICES } from './pattern-steps'
import { lengthWord, readTokens, writeTokens, type Token } from './roles'

const steps = (text: string) => readTokens(text, '')
const after = (text: string, change: (steps: readonly Token[]) => readonly Token[]) => writeTokens(change(steps(text)))

describe('a plucking pattern, step by step', () => {
  test.each(['p:R+a:1 i:3 m:2', 'p:R/q. r/e i:3/s m:2/s', 'p:R+m:2/h r/q', 'p:R/t i:3/t m:2/t', 'p:L+a:1/q~s m:2/e.'])(
    '%s is written as it is read',
    text => {
      expect(steps(writeTokens(steps(text)))).toEqual(steps(text))
    },
  )

  test('a length without a sign of its own is tied', () => {
    expect(lengthWord(12600)).toBe('q~s')
    expect(steps('p:R/q~s')[0]!.ticks).toBe(12600)
    expect(steps('p:R/h~e.')[0]!.ticks).toBe(20160 + 7560)
    expect(lengthWord(1)).toBeNull()
  })

  test('a press sets the usual finger, further presses every other that is free, and at last nothing', () => {
    const pressed = (presses: number) =>
      after('p:R m:2', start =>
        Array.from({ length: presses }).reduce<readonly Token[]>(now => pressVoice(now, 0, '1'), start),
      )
    expect([1, 2, 3, 4, 5].map(pressed)).toEqual([
      'p:R+a:1 m:2',
      'p:R+i:1 m:2',
      'p:R+m:1 m:2',
      'p:R+c:1 m:2',
      'p:R m:2',
    ])
  })

  test('no cell sticks: every voice of every stack can be emptied by pressing', () => {
    for (const role of VOICES)
      for (const start of ['p:R+i:3+m:2+a:1', 'i:R+p:1', 'p:R+i:A+m:3+a:2+c:1', 'r']) {
        let now = steps(start)
        const seen: string[] = []
        for (let i = 0; i < 7; i++) {
          now = pressVoice(now, 0, role)
          seen.push(now[0]!.notes.find(note => note.role === role)?.finger ?? '-')
        }
        expect([start, role, seen.includes('-')]).toEqual([start, role, true])
      }
  })

  test('every finger can be set on every voice; where it played before it leaves', () => {
    for (const role of VOICES)
      for (const finger of PLUCKERS)
        expect(setFinger(steps('p:R+i:3'), 0, role, finger)[0]!.notes.filter(note => note.finger === finger)).toEqual([
          { role, finger },
        ])
    expect(after('p:R+i:3', now => setFinger(now, 0, '1', 'i'))).toBe('p:R+i:1')
    expect(after('p:R+i:3', now => setFinger(now, 0, 'R', null))).toBe('i:3')
  })

  test('lengths are set, steps added as rests and taken out, the last one stays', () => {
    expect(after('p:R i:3', now => setLength(now, 0, 15120))).toBe('p:R/q. i:3')
    expect(after('p:R/q i:3', now => addStep(now, 0))).toBe('p:R/q r/q i:3')
    expect(after('p:R/q i:3', now => dropStep(now, 0))).toBe('i:3')
    expect(after('p:R', now => dropStep(now, 0))).toBe('p:R')
  })

  test('steps belong to the bar they begin in, though they sound over its end', () => {
    const bars = stepsByBar(steps('p:R/h. i:3/h m:2/h a:1/q'), [4, 4])
    expect(bars.map(bar => bar.map(({ index, at }) => [index, at / 10080]))).toEqual([
      [
        [0, 0],
        [1, 3],
      ],
      [
        [2, 1],
        [3, 3],
      ],
    ])
  })

  test('whatever is pressed, the pattern is written and read as the same', () => {
    const press = fc.tuple(fc.nat(5), fc.constantFrom(...VOICES), fc.constantFrom(...PLUCKERS, null))
    const length = fc.constantFrom(10080, 5040, 2520, 3360, 7560, 12600, 40320)
    fc.assert(
      fc.property(fc.array(fc.tuple(press, length, fc.nat(3)), { maxLength: 20 }), changes => {
        let now = steps('p:R i:3 m:2 a:1')
        for (const [[at, role, finger], ticks, kind] of changes) {
          const here = at % now.length
          now = [
            () => setFinger(now, here, role, finger),
            () => setLength(now, here, ticks),
            () => addStep(now, here),
            () => dropStep(now, here),
          ][kind]!()
        }
        expect(readTokens(writeTokens(now), '')).toEqual(now)
      }),
    )
  })
})
