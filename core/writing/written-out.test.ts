import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { realise } from '../score/realise'
import type { Score } from '../score/score'
import { FAMILIES } from '../families/registry'
import { openingFor } from '../fitting/opening'
import { partsThroughout, routineOf, writtenOut } from './written-out'

const sheets = FAMILIES.filter(family => 'build' in family)
const opened = (name: string) =>
  openingFor(
    FAMILIES.find(family => family.name === name)!,
    {},
  )
const told = (score: Score) =>
  score.notes.map(({ at, string, fret, finger, pluck, via, marks }) => [
    at,
    string,
    fret,
    finger,
    pluck,
    via,
    marks.filter(mark => mark === 'accent' || mark === 'staccato'),
  ])

describe('a drill written out as own music', () => {
  test.each(sheets.map(({ name }) => name))('%s: the same notes, fingers, strokes and slurs', name => {
    const score = scoreOf(opened(name))
    const result = realise(writtenOut(score))
    expect(result.ok ? '' : result.error.message).toBe('')
    if (!result.ok || result.value.kind !== 'sheet') throw new Error('no sheet')
    expect(told(result.value)).toEqual(told(score))
    expect(result.value.title).toBe(name === 'free' ? result.value.title : `${score.title}, written out`)
  })

  test('it knows the drill it came from, also when it is written out once more', () => {
    const score = scoreOf({ ...opened('order'), then: [{ do: 'reverse' }], sound: { accentEvery: 3 } })
    const once = writtenOut(score)
    const { from } = once.free as { from: { title: string; spec: unknown } }
    expect(from.title).toBe(score.title)
    expect(told(scoreOf(from.spec))).toEqual(told(score))
    expect((writtenOut(scoreOf(once)).free as { from: unknown }).from).toEqual(from)
  })

  test('a stretch of it begins at once and plucked', () => {
    const score = scoreOf({ ...opened('order'), slurs: [2, 3, 4] })
    const part = scoreOf(writtenOut(score, { from: score.notes[1]!.at, to: score.notes[6]!.at }))
    expect(part.notes).toHaveLength(5)
    expect(part.notes[0]).toMatchObject({ at: 0, via: 'pluck', fret: score.notes[1]!.fret })
  })
})

describe('several drills in a row', () => {
  const order = scoreOf({ ...opened('order'), tempo: 80 })
  const pair = scoreOf({ ...opened('pair'), tempo: 60 })

  test('each begins with a bar; the tempo is that of the slowest, the passes are the routine’s own', () => {
    const routine = routineOf([
      { title: 'First', score: order },
      { title: 'Second', score: pair },
    ])
    if (!routine.ok) throw new Error(routine.why)
    const score = scoreOf({ ...routine.spec, times: 2 })
    expect(score.title).toBe('Routine of 2 drills')
    expect(score.purpose).toContain('First · Second')
    expect(score.tempo).toBe(60)
    expect(score.notes).toHaveLength(2 * (order.notes.length + pair.notes.length))
    expect(score.notes[order.notes.length]!.at).toBe(order.bars * 4 * 10080)
    expect(told(score).slice(0, order.notes.length)).toEqual(told(order))
    const starts = partsThroughout(score)
    expect(starts.map(({ title }) => title)).toEqual(['First', 'Second', 'First', 'Second'])
    for (const { at } of starts) expect(score.notes.some(note => note.at === at)).toBe(true)
    expect(partsThroughout(order)).toEqual([])
  })

  test('what cannot stand on one sheet is refused with its name', () => {
    const waltz = scoreOf({ ...opened('order'), rhythm: { meter: [3, 4] } })
    const dropped = scoreOf({ ...opened('order'), instrument: { tuning: [38, 45, 50, 55, 59, 64] } })
    const why = (score: Score) => {
      const routine = routineOf([
        { title: 'First', score: order },
        { title: 'Other', score },
      ])
      return routine.ok ? null : routine.why
    }
    expect(why(waltz)).toBe('“Other” is in 3/4, “First” in 4/4: a routine has one meter')
    expect(why(dropped)).toBe('“Other” is tuned otherwise than “First”, or has another capo')
    expect(routineOf([])).toMatchObject({ ok: false })
  })
})
