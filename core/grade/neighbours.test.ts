import { describe, expect, test } from '@jest/globals'
import { FAMILIES } from '../families/registry'
import { openingOf } from '../families/opening'
import { realise } from '../score/realise'
import type { Score } from '../score/score'
import { atTempo, tempoForGrade } from './at-tempo'
import { gradeOf } from './grade'
import { graded, part } from './grading.test.data'
import { LEAST_NOTCH, neighbours, notches } from './neighbours'
import { alikeness, startTempo, startTempoFor, type Played } from './start-tempo'

const order = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, position: 7, tempo: 80 }
const sheet = (spec: unknown) => {
  const result = realise(spec)
  if (!result.ok || result.value.kind !== 'sheet') throw new Error('no sheet')
  return result.value
}

describe('neighbours', () => {
  const found = neighbours({ ...order, rhythm: { perBeat: 2 }, tempo: 160 })

  test('are one change away, graded as they are, the nearest first, none twice', () => {
    expect(found.length).toBeGreaterThan(15)
    const own = graded({ ...order, rhythm: { perBeat: 2 }, tempo: 160 }).value
    for (const { spec, grade, by, change } of found) {
      expect(graded(spec).value).toBeCloseTo(grade, 10)
      expect(by).toBeCloseTo(grade - own, 10)
      expect(Math.abs(by)).toBeGreaterThanOrEqual(LEAST_NOTCH)
      expect(change.to).not.toEqual(change.from)
    }
    const distances = found.map(({ by }) => Math.abs(by))
    expect(distances).toEqual(distances.toSorted((a, b) => a - b))
    expect(new Set(found.map(({ spec }) => JSON.stringify(spec))).size).toBe(found.length)
  })

  test('know the changes a teacher would try: tempo, division, order of the fingers, slurs', () => {
    const paths = new Set(found.map(({ change }) => change.path))
    for (const path of ['tempo', 'rhythm.perBeat', 'order.fingers', 'slurs']) expect(paths).toContain(path)
    expect(
      found.find(({ change }) => change.path === 'order.fingers' && String(change.to) === '2,4,1,3')!.by,
    ).toBeGreaterThan(0)
    expect(found.find(({ change }) => change.path === 'tempo' && Number(change.to) < 160)!.by).toBeLessThan(0)
  })

  test('say which parts change, the most first', () => {
    const slurred = found.find(({ change }) => change.path === 'slurs')!
    expect(slurred.parts.map(({ name }) => name)).toContain('slurs')
    const points = slurred.parts.map(({ by }) => Math.abs(by))
    expect(points).toEqual(points.toSorted((a, b) => b - a))
    expect(slurred.parts.find(({ name }) => name === 'slurs')!.by).toBeCloseTo(
      part(graded(slurred.spec), 'slurs') - part(graded({ ...order, rhythm: { perBeat: 2 }, tempo: 160 }), 'slurs'),
      10,
    )
  })

  test('a notch harder by one technique and not faster', () => {
    const slurred = notches(found, { way: 'harder', part: 'slurs', sameSpeed: true })
    for (const { by, speed, parts } of slurred) {
      expect(by).toBeGreaterThan(0)
      expect(speed).toBe(false)
      expect(parts.find(({ name }) => name === 'slurs')!.by).toBeGreaterThan(0)
    }
    const apart = notches(found, { way: 'harder', part: 'finger independence', sameSpeed: true })
    expect(apart[0]!.parts[0]!.name).toBe('finger independence')
    const any = notches(found, { way: 'harder' })
    const paths = any.map(({ change }) => change.path)
    // A choice of different changes first, each the nearest of its parameter.
    expect(new Set(paths.slice(0, new Set(paths).size)).size).toBe(new Set(paths).size)
    expect(notches(found, { way: 'easier' }).every(({ by }) => by < 0)).toBe(true)
    expect(notches(found, { way: 'harder', sameSpeed: true }).some(({ change }) => change.path === 'tempo')).toBe(false)
  })

  test('every family with a grade has a notch either way, and none the hand cannot do', () => {
    for (const family of FAMILIES.filter(each => !['warmup', 'free'].includes(each.name))) {
      const opening = openingOf(family)
      const near = neighbours(opening)
      const both = [near.some(({ by }) => by > 0), near.some(({ by }) => by < 0)]
      // The tempos of counting are a list of their own.
      if (family.name !== 'count') expect([family.name, ...both]).toEqual([family.name, true, true])
      const breaches = (spec: unknown) => {
        const result = realise(spec)
        return result.ok && result.value.kind === 'sheet' ? result.value.report.breaches.length : 0
      }
      for (const { spec } of near) expect(breaches(spec)).toBeLessThanOrEqual(breaches(opening))
    }
  })

  test('there are none of what cannot be played or has no grade', () => {
    expect(neighbours({ ...order, position: 99 })).toEqual([])
    expect(
      neighbours({ version: 1, family: 'warmup', warmup: { steps: [{ name: 'Shoulders', seconds: 30 }] } }),
    ).toEqual([])
  })
})

describe('a tempo for a grade', () => {
  const score = sheet(order)

  test.each([2, 3, 4.5, 6])('%s: the whole tempo nearest from below', grade => {
    const found = tempoForGrade(score, grade)
    expect(found.found).toBe('tempo')
    expect(found.grade).toBeLessThanOrEqual(grade)
    expect(found.grade).toBeCloseTo(graded({ ...order, tempo: found.tempo }).value, 10)
    expect(graded({ ...order, tempo: found.tempo + 1 }).value).toBeGreaterThan(grade)
  })

  test('there is none where the slowest is harder, or the fastest easier', () => {
    expect(tempoForGrade(score, 1)).toMatchObject({ found: 'too-hard', tempo: 10 })
    expect(tempoForGrade(score, 8)).toMatchObject({ found: 'too-easy', tempo: 400 })
  })

  test('another tempo changes the times, not the notes', () => {
    const faster = atTempo(score, 160)
    expect(faster).toMatchObject({ tempo: 160, seconds: score.seconds / 2, notesPerSecond: score.notesPerSecond * 2 })
    expect(faster).toEqual(sheet({ ...order, tempo: 160 }))
  })
})

describe('a tempo to start with', () => {
  const played = (spec: object, cleanBpm: number, id = 'a'): Played => ({
    id,
    score: sheet({ ...order, ...spec }),
    cleanBpm,
  })

  test('is a little easier than what goes well', () => {
    const own = sheet({ ...order, order: { fingers: [1, 3, 2, 4] } })
    const start = startTempo(own, [played({}, 100)])!
    const clean = gradeOf(atTempo(sheet(order), 100))!.value
    expect(gradeOf(atTempo(own, start.tempo!))!.value).toBeCloseTo(clean - 0.4, 1)
    expect(start.from).toMatchObject([{ id: 'a', cleanBpm: 100 }])
    expect(start.range[0]).toBeLessThan(start.tempo!)
    expect(start.range[1]).toBeGreaterThan(start.tempo!)
  })

  test('what goes faster lets the new one start faster; unlike drills say nothing', () => {
    const own = sheet({ ...order, order: { fingers: [2, 4, 1, 3] } })
    const tempo = (bpm: number) => startTempo(own, [played({}, bpm)])!.tempo!
    expect(tempo(120)).toBeGreaterThan(tempo(80))
    const chords = {
      id: 'c',
      score: sheet({ version: 1, family: 'blocks', blocks: { chords: [{ frets: 'x02210' }, { frets: '022100' }] } }),
      cleanBpm: 120,
    }
    expect(startTempo(own, [chords])).toBeNull()
    expect(startTempo(own, [])).toBeNull()
    expect(startTempo(own, [chords, played({}, 90)])!.from.map(({ id }) => id)).toEqual(['a'])
  })

  test('rests on the nearest three, and its range holds them', () => {
    const own = sheet({ ...order, order: { fingers: [1, 3, 2, 4] } })
    const many = [60, 72, 90, 100].map((bpm, i) => played({ order: { fingers: [1, 2, 3, 4] } }, bpm, String(i)))
    const start = startTempo(own, many)!
    expect(start.from).toHaveLength(3)
    expect(start.range[0]).toBeLessThan(start.range[1])
  })

  test('offers no tempo that nobody practises at', () => {
    const hard = sheet({ ...order, order: { fingers: [4, 1, 3, 2] }, rhythm: { perBeat: 8 } })
    const start = startTempo(hard, [played({}, 41)])
    expect(start?.tempo ?? null).toBeNull()
    for (const bpm of start?.range ?? []) expect(bpm).toBeGreaterThanOrEqual(40)
  })

  test('is told from specs as it is from scores; what was never clean says nothing', () => {
    const raw = { ...order, order: { fingers: [1, 3, 2, 4] } }
    const heard = [
      { id: 'a', spec: order, cleanBpm: 100 },
      { id: 'b', spec: order, cleanBpm: null },
      { id: 'c', spec: { version: 1, family: 'nothing' }, cleanBpm: 90 },
    ]
    expect(startTempoFor(raw, heard)).toEqual(startTempo(sheet(raw), [played({}, 100)]))
    expect(startTempoFor(raw, [heard[1]!])).toBeNull()
    expect(startTempoFor({ version: 1, family: 'count', count: { tempos: [60] } }, heard)).toBeNull()
  })

  test('alikeness of a drill with itself is 1, whatever the tempo of both', () => {
    const grade = graded(order)
    expect(alikeness(grade, grade)).toBeCloseTo(1, 12)
    expect(
      alikeness(grade, graded({ version: 1, family: 'picking', picking: { groups: [{ strings: [1], notes: 8 }] } })),
    ).toBeLessThan(0.8)
  })

  test('of a score the fingers and the hand are kept', () => {
    const small = { reachMm: 60 }
    const score: Score = sheet({ ...order, position: 1 })
    expect(tempoForGrade(score, 4, small).tempo).toBeLessThan(tempoForGrade(score, 4).tempo)
  })
})
