import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { Chord, Note } from 'tonal'
import { instrumentOf, midiAt } from '../guitar/instrument'
import { TICKS_PER_QUARTER } from '../line/ticks'
import { SpecError } from '../schema/spec-error'
import { chordNames, chordShape, readFrets } from './chord'
import { shapePlaces, type ShapeNote } from './places'
import { readTokens, stringOfRole } from './roles'
import { SHAPES } from './shapes'

const guitar = instrumentOf({ preset: 'classical' })
const shape = (frets: string, fingers?: string) => chordShape({ frets, fingers }, guitar, 'chord')
const refusal = (work: () => unknown) => {
  try {
    work()
    return null
  } catch (error) {
    return error instanceof SpecError ? `${error.path}: ${error.message}` : error
  }
}

describe('the table of common shapes', () => {
  // Reference: the theory library spells every chord of the table; each of its shapes must sound just those notes.
  test.each(SHAPES.map(each => [each.name, each.frets] as const))(
    '%s as %s sounds the notes of its name',
    (name, frets) => {
      const sounding = new Set(shape(frets).strings.map(({ string, fret }) => midiAt(guitar, string, fret) % 12))
      const spelt = Chord.get(name).notes.map(note => Note.chroma(note)!)
      expect(spelt.length).toBeGreaterThan(2)
      // A fifth may be left out of a chord of four notes (common practice); nothing else.
      const fifth = spelt[2]!
      expect([...sounding].sort()).toEqual(
        [...new Set(spelt)].filter(chroma => sounding.has(chroma) || spelt.length < 4 || chroma !== fifth).sort(),
      )
    },
  )

  test.each(SHAPES.map(each => [each.name, each.frets, each.fingers] as const))(
    '%s is fingered as a hand can: no finger crosses another',
    (_, frets, fingers) => {
      const { contacts, typed } = shape(frets, fingers)
      expect(typed).toBe(true)
      for (const a of contacts) {
        for (const b of contacts) {
          if (a.finger < b.finger) expect(a.fret).toBeLessThanOrEqual(b.fret)
          if (a.finger === b.finger) expect(a.fret).toBe(b.fret)
        }
      }
    },
  )

  test('no shape stands there twice', () => {
    expect(new Set(SHAPES.map(each => each.frets)).size).toBe(SHAPES.length)
    expect(new Set(SHAPES.map(each => each.name)).size).toBe(SHAPES.length)
  })
})

describe('frets as they are written', () => {
  test.each([
    ['x32010', [null, 3, 2, 0, 1, 0]],
    ['X32010', [null, 3, 2, 0, 1, 0]],
    ['x-10-12-12-11-10', [null, 10, 12, 12, 11, 10]],
    ['0-2-2-1-0-0', [0, 2, 2, 1, 0, 0]],
    ['x 3 2 0 1 0', [null, 3, 2, 0, 1, 0]],
  ])('%s', (text, frets) => {
    expect(readFrets(text, 6, 'frets')).toEqual(frets)
  })

  test('a seven-string guitar takes seven', () => {
    expect(readFrets('xx32010', 7, 'frets')).toHaveLength(7)
    expect(refusal(() => readFrets('x32010', 7, 'frets'))).toBe('frets: "x32010" names 6 strings; the guitar has 7')
  })

  test('whatever is written comes back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.integer({ min: 0, max: 19 }), { nil: null }), { minLength: 6, maxLength: 6 }),
        frets => {
          expect(readFrets(frets.map(fret => fret ?? 'x').join('-'), 6, 'frets')).toEqual(frets)
        },
      ),
    )
  })
})

describe('a shape without fingers', () => {
  test('takes the next finger for the next note upwards', () => {
    expect(shape('x32033').strings.map(each => each.finger)).toEqual([2, 1, 0, 3, 4])
  })

  test('more notes than fingers ask for a barre', () => {
    const { strings, contacts, position } = shape('577655')
    expect(strings.filter(each => each.finger === 1).map(each => each.string)).toEqual([6, 2, 1])
    expect(new Set(contacts.filter(contact => contact.finger === 1).map(contact => contact.fret))).toEqual(new Set([5]))
    expect(position).toBe(5)
  })

  test('more than a hand has is refused', () => {
    expect(refusal(() => shape('123456'))).toMatch(/^chord\.frets: this shape needs \d fingers$/)
  })

  test('open strings alone are held in position I with nothing down', () => {
    expect(shape('000000')).toMatchObject({ position: 1, contacts: [] })
  })
})

describe('names', () => {
  // Three forms of C major and the two triads that share most of their notes, as the theory library calls them.
  test('a chord that has a plain name has only that; one that has none has what there is', () => {
    expect(chordNames([45, 52, 57, 61, 64])).toEqual(['A'])
    expect(chordNames([48, 52, 55, 60, 64])).toEqual(['C'])
    expect(chordNames([43, 47, 50, 53])).toEqual(['G7'])
    // C major over its third: no name stands on its own root.
    expect(chordNames([52, 55, 60])[0]).toBe('C/E')
  })

  test.each([
    ['x32010', 'C'],
    ['x35553', 'C'],
    ['8-10-10-9-8-8', 'C'],
    ['x02210', 'Am'],
    ['022000', 'Em'],
    ['xx0232', 'D'],
  ])('%s is called %s', (frets, name) => {
    const { strings } = shape(frets)
    expect(chordNames(strings.map(({ string, fret }) => midiAt(guitar, string, fret)).sort((a, b) => a - b))[0]).toBe(
      name,
    )
  })

  test("a name of the teacher's own stays; without one the table, then the library, then the frets", () => {
    expect(chordShape({ name: 'The big one', frets: 'x32010' }, guitar, 'chord').name).toBe('The big one')
    expect(shape('133211').name).toBe('F')
    expect(shape('355433').name).toBe('G')
    expect(shape('x0xxx1').name).toBe('x0xxx1')
  })

  test('a capo changes what sounds, not what is fretted', () => {
    const capo = instrumentOf({ preset: 'classical', capo: 2 })
    const { strings } = chordShape({ frets: 'x32010' }, capo, 'chord')
    expect(chordNames(strings.map(({ string, fret }) => midiAt(capo, string, fret)).sort((a, b) => a - b))[0]).toBe('D')
  })
})

describe('roles of strings', () => {
  const strings = (frets: string) =>
    (['R', 'A', 'B', '4', '3', '2', '1'] as const).map(role => stringOfRole(role, shape(frets), 1))

  // The alternating bass as it is taught on the first chords (common practice): C 5–4, G 6–4, D 4 and the third string,
  // E 6–4.
  test.each([
    ['x32010', [5, 4, 5, 4, 3, 2, 1]],
    ['320003', [6, 4, 5, 4, 3, 2, 1]],
    ['xx0232', [4, 3, 4, 4, 3, 2, 1]],
    ['022100', [6, 4, 5, 4, 3, 2, 1]],
    ['xxx232', [3, 3, 3, null, 3, 2, 1]],
    ['xxxx32', [2, null, null, null, null, 2, 1]],
  ])('on %s R A B 4 3 2 1 are strings %j', (frets, expected) => {
    expect(strings(frets)).toEqual(expected)
  })

  test('voices count from the top string that is named', () => {
    expect((['3', '2', '1'] as const).map(role => stringOfRole(role, shape('x32010'), 2))).toEqual([4, 3, 2])
  })
})

describe('patterns', () => {
  test('a token is finger:role, stacked with +, with a length for the whole stack', () => {
    expect(readTokens('p:R p:A+a:1/q m:2/t', 'tokens')).toEqual([
      { notes: [{ finger: 'p', role: 'R' }], ticks: TICKS_PER_QUARTER / 2 },
      {
        notes: [
          { finger: 'p', role: 'A' },
          { finger: 'a', role: '1' },
        ],
        ticks: TICKS_PER_QUARTER,
      },
      { notes: [{ finger: 'm', role: '2' }], ticks: TICKS_PER_QUARTER / 3 },
    ])
  })

  test.each([
    ['w', 4],
    ['h', 2],
    ['q', 1],
    ['e', 1 / 2],
    ['s', 1 / 4],
    ['t', 1 / 3],
  ])('/%s lasts %d quarters', (suffix, quarters) => {
    expect(readTokens(`p:R/${suffix}`, 'tokens')[0]!.ticks).toBe(quarters * TICKS_PER_QUARTER)
  })

  test.each([
    ['', 'the pattern is empty'],
    ['   ', 'the pattern is empty'],
    ['p', '"p" is not finger:role, such as p:R or m:2, nor r for a rest'],
    ['x:1', '"x:1" is not finger:role, such as p:R or m:2, nor r for a rest'],
    ['p:5', '"p:5" is not finger:role, such as p:R or m:2, nor r for a rest'],
    ['p:R/z', '"p:R/z": the length after / is one of w h q e s t, dotted with a point, tied with ~'],
    ['p:R/q/e', '"p:R/q/e": the length after / is one of w h q e s t, dotted with a point, tied with ~'],
    ['p:R+', '"" is not finger:role, such as p:R or m:2, nor r for a rest'],
  ])('%j is refused', (text, message) => {
    expect(refusal(() => readTokens(text, 'pattern.tokens'))).toBe(`pattern.tokens: ${message}`)
  })
})

/** Every way to lay so many chord tones on the strings, tried out one fret at a time. */
function triedOut(chord: string, strings: readonly number[], formula: readonly number[]): readonly ShapeNote[][] {
  const chromas = Chord.get(chord).notes.map(note => Note.chroma(note)!)
  const order = formula.flatMap((count, i) => Array.from({ length: count }, () => strings[i]!))
  const found: ShapeNote[][] = []
  const isTone = (midi: number) => chromas.includes(midi % 12)
  const nextTone = (midi: number) => {
    for (let up = midi + 1; ; up++) if (isTone(up)) return up
  }
  function go(taken: readonly ShapeNote[], last: number | null) {
    const string = order[taken.length]
    if (string === undefined) {
      found.push([...taken])
      return
    }
    for (let fret = 0; fret <= guitar.lastFret; fret++) {
      const midi = midiAt(guitar, string, fret)
      if (last === null ? isTone(midi) : midi === nextTone(last)) go([...taken, { string, fret }], midi)
    }
  }
  go([], null)
  return found
}

describe('places of an arpeggio shape', () => {
  // The check of the model: E minor, 2-1-1-1-2 on strings 5 to 1 of a 22-fret guitar.
  test('E minor by 2-1-1-1-2 has four places on 22 frets', () => {
    const places = shapePlaces('Em', [5, 4, 3, 2, 1], [2, 1, 1, 1, 2], instrumentOf({ preset: 'electric' }))
    expect(places).toHaveLength(4)
    expect(places).toContainEqual([
      { string: 5, fret: 7 },
      { string: 5, fret: 10 },
      { string: 4, fret: 9 },
      { string: 3, fret: 9 },
      { string: 2, fret: 8 },
      { string: 1, fret: 7 },
      { string: 1, fret: 12 },
    ])
  })

  test('they are those that trying every fret finds, lowest first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('C', 'Em', 'G7', 'Am7', 'Bdim', 'Fmaj7', 'Dsus4', 'Caug'),
        fc.constantFrom<number[][]>([3, 2, 1], [4, 3, 2, 1], [5, 4, 3, 2, 1], [6, 5]),
        fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 5, maxLength: 5 }),
        (chord, strings, counts) => {
          const formula = counts.slice(0, strings.length)
          expect(shapePlaces(chord, strings, formula, guitar)).toEqual(triedOut(chord, strings, formula))
        },
      ),
      { numRuns: 60 },
    )
  })

  test.each([
    ['Hm', [3, 2], [1, 1], 'shape.chord: no chord is called "Hm"'],
    ['Em', [3, 2], [1], 'shape.formula: the formula has 1 figures for 2 strings'],
    ['Em', [7, 6], [1, 1], 'shape.strings: string 7 is not on a guitar of 6 strings'],
  ])('%s on %j by %j is refused', (chord, strings, formula, message) => {
    expect(refusal(() => shapePlaces(chord, strings, formula, guitar))).toBe(message)
  })
})
