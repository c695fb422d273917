import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { instrumentOf } from '../fretboard/instrument'
import { barTicks } from '../line/ticks'
import { arbitraryOrderSpec } from './arbitrary-spec.test-data'
import { realise } from './realise'
import type { Score } from './score'

const SEED = { seed: 20260105, numRuns: 700 }

/** Runs a property over every random spec that is playable, and makes sure that enough of them are. */
function forEveryScore(property: (score: Score, spec: { [key: string]: unknown }) => void) {
  let playable = 0
  fc.assert(fc.property(arbitraryOrderSpec, (spec) => {
    const result = realise(spec)
    if (!result.ok) return
    playable++
    property(result.value, spec)
  }), SEED)
  expect(playable).toBeGreaterThan(SEED.numRuns / 3)
}

/** A bare assertion: thousands of `expect` calls per property would take most of the suite's time. */
function must(holds: boolean, what: string) {
  if (!holds) throw new Error(what)
}

const again = (spec: unknown): Score => {
  const result = realise(spec)
  if (!result.ok) throw new Error(result.error.message)
  return result.value
}

describe('invariants of every score', () => {
  test('no finger is in two places at once', () => {
    forEveryScore(({ holds }) => {
      for (const finger of [1, 2, 3, 4]) {
        const own = holds.filter(hold => hold.finger === finger)
        for (const [i, hold] of own.entries()) {
          must(hold.to > hold.from, `finger ${finger} has an empty hold`)
          if (i > 0) must(hold.from >= own[i - 1]!.to, `finger ${finger} in two places at ${hold.from}`)
        }
      }
    })
  })

  test('no lower-numbered finger is ever on a higher fret than another finger down', () => {
    forEveryScore(({ holds }) => {
      for (const a of holds) {
        for (const b of holds) {
          if (a.finger < b.finger && a.from < b.to && b.from < a.to) must(a.fret <= b.fret, `finger ${a.finger} crosses ${b.finger} at ${a.from}`)
        }
      }
    })
  })

  test('every fretted note lies inside a hold of its finger, at its place', () => {
    forEveryScore(({ notes, holds }) => {
      for (const note of notes) {
        const held = holds.some(hold => hold.finger === note.finger && hold.string === note.string && hold.fret === note.fret && hold.from <= note.at && hold.to >= note.at + note.dur)
        must(held, `${note.key} is not held`)
      }
    })
  })

  test('frets lie between the capo and the end of the neck, and pitch follows place', () => {
    forEveryScore(({ notes, spec }) => {
      const { lastFret, tuning, capo } = instrumentOf(spec.instrument)
      for (const note of notes) {
        must(note.fret >= 0 && note.fret <= lastFret, `${note.key} at fret ${note.fret}`)
        must(note.midi === tuning[6 - note.string]! + capo + note.fret, `${note.key} sounds wrong`)
      }
    })
  })

  test('times are whole ticks in order, keys are unique, bars contain everything', () => {
    forEveryScore(({ notes, bars, meter, tempo, seconds }) => {
      expect(new Set(notes.map(note => note.key)).size).toBe(notes.length)
      for (const [i, note] of notes.entries()) {
        must(Number.isInteger(note.at) && Number.isInteger(note.dur), `${note.key} at ${note.at}`)
        if (i > 0) must(note.at >= notes[i - 1]!.at, `${note.key} out of order`)
      }
      const end = notes.at(-1)!.at + notes.at(-1)!.dur
      expect(bars).toBe(Math.ceil(end / barTicks(meter)))
      expect(seconds).toBeCloseTo((end / 10080) * 60 / tempo, 9)
    })
  })

  test('a note has no stroke exactly when it is slurred, and its direction follows the frets', () => {
    forEveryScore(({ notes }) => {
      for (const [i, note] of notes.entries()) {
        must((note.pluck === null) === (note.via === 'hammer' || note.via === 'pull'), `${note.key} ${note.via} with ${note.pluck}`)
        if (note.via === 'hammer') must(note.fret > notes[i - 1]!.fret, `${note.key} hammers down`)
        if (note.via === 'pull') must(note.fret < notes[i - 1]!.fret, `${note.key} pulls up`)
      }
    })
  })

  test('for a pull-off the lower finger is down when the upper note begins, under every hold policy', () => {
    forEveryScore(({ notes, holds }) => {
      for (const [i, note] of notes.entries()) {
        if (note.via !== 'pull') continue
        const before = notes[i - 1]!
        must(holds.some(hold => hold.finger === note.finger && hold.string === note.string && hold.fret === note.fret && hold.from <= before.at && hold.to > note.at), `${note.key} is not placed ahead`)
      }
    })
  })

  test('alternate strokes alternate through any grouping', () => {
    forEveryScore(({ notes, spec }) => {
      if (spec.plucking.system !== 'alternate') return
      const strokes = notes.flatMap(note => note.pluck ?? [])
      must(strokes.every((stroke, i) => stroke !== strokes[i - 1]), 'two equal strokes in a row')
    })
  })

  test('realising is deterministic', () => {
    forEveryScore((score, spec) => expect(again(spec)).toEqual(score))
  })

  test('reversing twice is the original', () => {
    forEveryScore((score, spec) => {
      const twice = again({ ...spec, then: [...spec.then as object[], { do: 'reverse' }, { do: 'reverse' }] })
      expect({ ...twice, spec: null }).toEqual({ ...score, spec: null })
    })
  })

  test('a reversed drill has the same notes in the opposite order', () => {
    forEveryScore((score, spec) => {
      const reversed = again({ ...spec, then: [...spec.then as object[], { do: 'reverse' }] })
      const places = (notes: Score['notes']) => notes.map(({ string, fret, finger, dur }) => [string, fret, finger, dur])
      const lastWasReverse = (spec.then as { do: string }[]).at(-1)?.do === 'reverse'
      if (!lastWasReverse) expect(places(reversed.notes)).toEqual(places(score.notes).reverse())
      expect(reversed.seconds).toBeCloseTo(score.seconds, 9)
    })
  })

  test('a mirrored drill is a palindrome that turns once', () => {
    forEveryScore((score, spec) => {
      const { notes } = again({ ...spec, then: [...spec.then as object[], { do: 'mirror' }] })
      const places = notes.map(({ string, fret, finger }) => `${string}/${fret}/${finger}`)
      expect(notes).toHaveLength(2 * score.notes.length - 1)
      expect([...places].reverse()).toEqual(places)
    })
  })

  test('moving the position moves nothing but frets, pitches and what is measured on the neck', () => {
    forEveryScore((score, spec) => {
      const from = score.notes[0]!.fret
      const moved = realise({ ...spec, then: [...spec.then as object[], { do: 'position', to: 3 }] })
      if (!moved.ok) return
      const by = moved.value.notes[0]!.fret - from
      expect(moved.value.notes).toEqual(score.notes.map(note => ({ ...note, fret: note.fret + by, midi: note.midi + by })))
    })
  })

  test('rotating keeps every note, starts on the named one and plucks it', () => {
    forEveryScore((score, spec) => {
      if (score.notes.length < 3) return
      const { notes } = again({ ...spec, then: [...spec.then as object[], { do: 'rotate', n: 3 }] })
      expect(notes[0]!.key).toBe(score.notes[2]!.key)
      expect(notes[0]!.pluck).not.toBeNull()
      expect(new Set(notes.map(note => note.key))).toEqual(new Set(score.notes.map(note => note.key)))
    })
  })

  test('moving the strokes by one turns D U into U D', () => {
    forEveryScore((score, spec) => {
      if (score.spec.plucking.system !== 'alternate') return
      const moved = again({ ...spec, then: [...spec.then as object[], { do: 'strokes', by: 1 }] })
      const other = { D: 'U', U: 'D' } as Record<string, string>
      expect(moved.notes.map(note => note.pluck)).toEqual(score.notes.map(note => note.pluck && other[note.pluck]))
    })
  })
})
