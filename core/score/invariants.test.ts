import { describe, expect, test } from '@jest/globals'
import { FAMILIES } from '../families/registry'
import { instrumentOf } from '../guitar/instrument'
import { barTicks } from '../line/ticks'
import { SHEET_FAMILIES } from './arbitrary-spec.test.data'
import { drills, isWhole } from './corpus.test.data'
import { realise, realiseJudged } from './realise'
import { scoreOf as again } from './score-of.test.data'
import type { Score } from './score'

const PLAYABLE = drills('plain')
const FINGERED = drills('fingered')
/** A count that a whole run reaches, or the part of it that is expected of a part. */
const share = (count: number) => (isWhole ? count : Math.round(count / 6))
/** Every other one is enough where each is realised anew. */
const HALF = PLAYABLE.filter((_, i) => i % 2 === 0)

/** Whether the fretting hand works alone. */
const unplucked = ({ then }: { readonly [key: string]: unknown }) =>
  (then as readonly { readonly part?: string }[]).some(({ part }) => part === 'fretting-hand')

/** Holds a property against every playable spec; a failure names the spec. */
function forEveryScore(property: (score: Score, spec: { readonly [key: string]: unknown }) => void, scores = PLAYABLE) {
  for (const { spec, score } of scores) {
    try {
      property(score, spec)
    } catch (error) {
      throw new Error(`${(error as Error).message}\nfor ${JSON.stringify(spec)}`, { cause: error })
    }
  }
}

/** A bare assertion: thousands of `expect` calls per property would take most of the suite's time. */
function must(holds: boolean, what: string) {
  if (!holds) throw new Error(what)
}

/** Single notes only, so that onsets and notes are the same. */
const isSingle = ({ notes }: Score) => new Set(notes.map(note => note.at)).size === notes.length

/** Families that move as a whole with the shared position. */
const MOVABLE = FAMILIES.filter(family => 'moves' in family && family.moves).map(family => family.name)

describe('invariants of every score', () => {
  test('enough of the random specs are playable, of every family', () => {
    expect(PLAYABLE.length).toBeGreaterThan(share(1000))
    expect(FINGERED.length).toBeGreaterThan(share(150))
    for (const family of SHEET_FAMILIES)
      expect([family, PLAYABLE.filter(({ spec }) => spec.family === family).length > share(15)]).toEqual([family, true])
  })

  test('no finger is in two places at once', () => {
    forEveryScore(
      ({ holds }) => {
        for (const finger of [1, 2, 3, 4]) {
          const own = holds.filter(hold => hold.finger === finger)
          for (const [i, hold] of own.entries()) {
            must(hold.to > hold.from, `finger ${finger} has an empty hold`)
            // A barre is one place: the same finger on one fret of several strings.
            for (const other of own.slice(0, i))
              must(
                hold.from >= other.to || (hold.fret === other.fret && hold.barre === true && other.barre === true),
                `finger ${finger} in two places at ${hold.from}`,
              )
          }
        }
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('no lower-numbered finger is ever on a higher fret than another finger down, chord shapes apart', () => {
    forEveryScore(
      ({ holds }, spec) => {
        if (['pattern', 'blocks'].includes(String(spec.family))) return
        for (const a of holds) {
          for (const b of holds) {
            if (a.finger >= b.finger || a.from >= b.to || b.from >= a.to) continue
            must(a.fret <= b.fret, `finger ${a.finger} crosses ${b.finger} at ${a.from}`)
          }
        }
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('every fretted note lies inside a hold of its finger, at its place', () => {
    forEveryScore(
      ({ notes, holds }) => {
        for (const note of notes) {
          if (note.fret === 0 || note.finger === null) continue
          const held = holds.some(
            hold =>
              hold.finger === note.finger &&
              hold.string === note.string &&
              hold.fret === note.fret &&
              hold.from <= note.at &&
              hold.to >= note.at + note.dur,
          )
          must(held, `${note.key} is not held`)
        }
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('frets lie between the capo and the end of the neck, and pitch follows place', () => {
    forEveryScore(
      ({ notes, spec }) => {
        const { lastFret, tuning, capo } = instrumentOf(spec.instrument)
        for (const note of notes) {
          must(note.fret >= 0 && note.fret <= lastFret, `${note.key} at fret ${note.fret}`)
          must(note.midi === tuning[tuning.length - note.string]! + capo + note.fret, `${note.key} sounds wrong`)
        }
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('times are whole ticks in order, keys are unique, bars contain everything', () => {
    forEveryScore(
      ({ notes, bars, meter, tempo, seconds }) => {
        expect(new Set(notes.map(note => note.key)).size).toBe(notes.length)
        for (const [i, note] of notes.entries()) {
          must(Number.isInteger(note.at) && Number.isInteger(note.dur), `${note.key} at ${note.at}`)
          if (i > 0) must(note.at >= notes[i - 1]!.at, `${note.key} out of order`)
        }
        const end = notes.at(-1)!.at + notes.at(-1)!.dur
        expect(bars).toBe(Math.ceil(end / barTicks(meter)))
        expect(seconds).toBeCloseTo(((end / 10080) * 60) / tempo, 9)
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('a note has no stroke exactly when it is slurred, and its direction follows the frets', () => {
    forEveryScore(({ notes }, spec) => {
      for (const [i, note] of notes.entries()) {
        must(
          (note.pluck === null) === (unplucked(spec) || ['hammer', 'pull', 'slide'].includes(note.via)),
          `${note.key} ${note.via} with ${note.pluck}`,
        )
        const before = notes.findLast((other, j) => j < i && other.string === note.string)
        if (note.via === 'hammer') must(before !== undefined && note.fret > before.fret, `${note.key} hammers down`)
        if (note.via === 'pull') must(before !== undefined && note.fret < before.fret, `${note.key} pulls up`)
      }
    })
  })

  test('for a pull-off the lower finger is down when the upper note begins, under every hold policy', () => {
    forEveryScore(({ notes, holds }) => {
      for (const [i, note] of notes.entries()) {
        if (note.via !== 'pull' || note.fret === 0 || note.tapping) continue
        const before = notes[i - 1]!
        must(
          holds.some(
            hold =>
              hold.finger === note.finger &&
              hold.string === note.string &&
              hold.fret === note.fret &&
              hold.from <= before.at &&
              hold.to > note.at,
          ),
          `${note.key} is not placed ahead`,
        )
      }
    })
  })

  // An independent recount: the fret formula of equal temperament, and every moment at which two fingers are down.
  test('no reach is told without two fingers down at its time, and none is missing', () => {
    const LIMITS: Record<string, number> = { 12: 0.85, 23: 0.62, 34: 0.62, 13: 1.15, 24: 1.05, 14: 1.4 }
    const HAND = 42
    let told = 0
    for (const { spec } of [...PLAYABLE.filter((_, i) => i % 3 === 0), ...FINGERED.filter((_, i) => i % 3 === 0)]) {
      const result = realise(spec, { hand: { reachMm: HAND } })
      if (!result.ok || result.value.kind !== 'sheet') continue
      const {
        holds,
        report,
        spec: { instrument },
      } = result.value
      const { scaleLengthMm, capo } = instrumentOf(instrument)
      const nut = (fret: number) => scaleLengthMm * 2 ** (-(fret + capo) / 12)
      const found = new Set<string>()
      let widest = 0
      for (const at of new Set(holds.map(hold => hold.from))) {
        const down = holds.filter(hold => hold.from <= at && at < hold.to)
        for (const a of down) {
          for (const b of down) {
            if (a.finger >= b.finger) continue
            const mm = Math.abs(nut(a.fret) - nut(b.fret))
            widest = Math.max(widest, mm)
            if (mm > LIMITS[`${a.finger}${b.finger}`]! * HAND + 1e-6)
              found.add(`fingers ${a.finger}–${b.finger} over frets ${a.fret}–${b.fret}`)
          }
        }
      }
      expect([
        spec,
        new Set(
          report.breaches.flatMap(breach =>
            breach.rule === 'reach' ? [`fingers ${breach.fingers.join('–')} over frets ${breach.frets.join('–')}`] : [],
          ),
        ),
      ]).toEqual([spec, found])
      expect(report.widestSpanMm).toBeCloseTo(widest, 6)
      told += found.size
    }
    expect(told).toBeGreaterThan(share(50))
  })

  test('what the engine plays without breaking a law, the sheet shows without a breach', () => {
    let judged = 0
    for (const { spec } of FINGERED.filter(each => (each.spec.fingering as { rule: string }).rule === 'best').slice(
      0,
      120,
    )) {
      const result = realiseJudged(spec, { hand: { reachMm: 64, barre: judged % 2 === 0 } })
      if (
        !result.ok ||
        result.value.kind !== 'sheet' ||
        result.value.fingering.quick ||
        result.value.fingering.cost >= 1000
      )
        continue
      judged++
      expect([spec, result.value.report.breaches]).toEqual([spec, []])
    }
    expect(judged).toBeGreaterThan(share(30))
  })

  test('no string that sounds is to be kept quiet, and none behind a stop', () => {
    forEveryScore(
      ({ notes, holds, report }) => {
        const byKey = new Map(notes.map(note => [note.key, note]))
        for (const { key, string, how, finger } of report.quiet) {
          const { at } = byKey.get(key)!
          const last = notes.findLast(note => note.string === string && note.at <= at)
          must(!last || last.at + last.dur <= at, `string ${string} sounds at ${key}`)
          if (!finger || how === 'easing') continue
          const touching = holds.filter(hold => hold.finger === finger && hold.from <= at && at < hold.to)
          must(touching.length > 0, `finger ${finger} is not down at ${key}`)
          const stop = Math.max(
            0,
            ...holds.filter(hold => hold.string === string && hold.from <= at && at < hold.to).map(hold => hold.fret),
          )
          must(
            touching.every(hold => stop <= hold.fret),
            `finger ${finger} touches string ${string} behind its stop at ${key}`,
          )
        }
      },
      [...PLAYABLE, ...FINGERED],
    )
  })

  test('alternate strokes alternate through any grouping', () => {
    forEveryScore(({ notes, spec }) => {
      if (
        spec.plucking.system !== 'alternate' ||
        !['order', 'pair', 'held', 'chromatic', 'slur', 'cell', 'picking', 'pedal'].includes(spec.family)
      )
        return
      const strokes = notes.flatMap(note => note.pluck ?? [])
      must(
        strokes.every((stroke, i) => stroke !== strokes[i - 1]),
        'two equal strokes in a row',
      )
    })
  })

  test('realising is deterministic', () => {
    forEveryScore(
      (score, spec) => must(JSON.stringify(again(spec)) === JSON.stringify(score), 'another score the second time'),
      [...HALF, ...FINGERED.filter((_, i) => i % 8 === 0)],
    )
  })

  test('reversing twice is the original', () => {
    forEveryScore((score, spec) => {
      const twice = again({ ...spec, then: [...(spec.then as object[]), { do: 'reverse' }, { do: 'reverse' }] })
      must(JSON.stringify({ ...twice, spec: null }) === JSON.stringify({ ...score, spec: null }), 'not the original')
    }, HALF)
  })

  test('a reversed drill has the same notes in the opposite order', () => {
    forEveryScore((score, spec) => {
      const reversed = again({ ...spec, then: [...(spec.then as object[]), { do: 'reverse' }] })
      const places = (notes: Score['notes']) =>
        notes.map(({ string, fret, finger, dur }) => [string, fret, finger, spec.family === 'blocks' ? 0 : dur])
      const lastWasReverse = (spec.then as { do: string }[]).at(-1)?.do === 'reverse'
      // Notes of a stack keep thick before thin, so each onset is compared as a set.
      if (!lastWasReverse)
        expect(places(reversed.notes).map(String).sort()).toEqual(places(score.notes).map(String).sort())
      if (!lastWasReverse && isSingle(score)) expect(places(reversed.notes)).toEqual(places(score.notes).reverse())
      // A drill that begins with a rest ends with it backwards, and no rest is counted after the last note.
      if (score.notes[0]!.at === 0) expect(reversed.seconds).toBeCloseTo(score.seconds, 9)
    }, HALF)
  })

  test('a mirrored drill is a palindrome that turns once', () => {
    forEveryScore((score, spec) => {
      const { notes } = again({ ...spec, then: [...(spec.then as object[]), { do: 'mirror' }] })
      const places = notes.map(({ string, fret, finger }) => `${string}/${fret}/${finger}`)
      if (!isSingle(score)) return
      expect(notes).toHaveLength(2 * score.notes.length - 1)
      expect([...places].reverse()).toEqual(places)
    }, HALF)
  })

  test('moving the position moves nothing but frets, pitches and what is measured on the neck', () => {
    forEveryScore((score, spec) => {
      if (!MOVABLE.includes(String(spec.family))) return
      const from = score.notes.find(note => note.fret > 0)?.fret
      if (from === undefined) return
      const moved = realise({ ...spec, then: [...(spec.then as object[]), { do: 'position', to: 3 }] })
      if (!moved.ok || moved.value.kind !== 'sheet') return
      const by = moved.value.notes.find(note => note.fret > 0)!.fret - from
      expect(moved.value.notes).toEqual(
        score.notes.map(note => (note.fret === 0 ? note : { ...note, fret: note.fret + by, midi: note.midi + by })),
      )
    }, HALF)
  })

  test('rotating keeps every note, starts on the named one and plucks it', () => {
    forEveryScore((score, spec) => {
      if (score.notes.length < 3 || !isSingle(score)) return
      const { notes } = again({ ...spec, then: [...(spec.then as object[]), { do: 'rotate', n: 3 }] })
      expect(notes[0]!.key).toBe(score.notes[2]!.key)
      expect(notes[0]!.pluck === null).toBe(unplucked(spec))
      expect(new Set(notes.map(note => note.key))).toEqual(new Set(score.notes.map(note => note.key)))
    }, HALF)
  })

  test('moving the strokes by one turns D U into U D', () => {
    forEveryScore((score, spec) => {
      if (
        score.spec.plucking.system !== 'alternate' ||
        !['order', 'pair', 'cell', 'picking'].includes(score.spec.family)
      )
        return
      const moved = again({ ...spec, then: [...(spec.then as object[]), { do: 'strokes', by: 1 }] })
      const other = { D: 'U', U: 'D' } as Record<string, string>
      expect(moved.notes.map(note => note.pluck)).toEqual(score.notes.map(note => note.pluck && other[note.pluck]))
    }, HALF)
  })
})
