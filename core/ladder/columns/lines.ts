import { combinations, ELECTRIC, rhythm, ROUTES, TEMPOS, type Column } from '../column'

/** Every fret in turn, with the hand moving along the neck. */
export const shiftLines: Column = {
  name: 'shifts',
  label: 'Chromatic and shifts',
  guitar: true,
  after: ['orders'],
  from: 1.3,
  to: 7.45,
  tempos: TEMPOS,
  has: ({ family }) => family === 'chromatic',
  *bases() {
    for (const { string, positions, shiftPause, fromOpen, perBeat } of combinations({
      string: [1, 2, 6],
      positions: [[1], [5], [1, 5], [5, 9], [1, 5, 9], [2, 7], [1, 3, 5], [1, 5, 9, 13]],
      shiftPause: [2, 1, 0],
      fromOpen: [true, false],
      perBeat: [1, 2, 3, 4],
    })) {
      if (positions.length === 1 && shiftPause > 0) continue
      if (fromOpen && positions[0] !== 1) continue
      yield {
        version: 1,
        family: 'chromatic',
        ...ELECTRIC,
        ...rhythm(perBeat),
        chromatic: { strings: [string], positions, shiftPause, fromOpen },
      }
    }
    for (const { perBeat, strings } of combinations({
      perBeat: [1, 2, 3, 4],
      strings: [
        [3, 2, 1],
        [6, 5, 4],
        [6, 5, 4, 3, 2, 1],
      ],
    }))
      yield {
        version: 1,
        family: 'chromatic',
        ...rhythm(perBeat),
        chromatic: { strings, positions: [1], fromOpen: true, line: 'across' },
      }
  },
}

/** Three notes to a string. */
export const threesOnString: Column = {
  name: 'threes',
  label: 'Three a string',
  guitar: true,
  after: ['orders', 'shifts'],
  from: 1.3,
  to: 7.35,
  tempos: TEMPOS,
  has: ({ family }) => family === 'cell',
  *bases() {
    for (const { cell, link, stay, strings, perBeat, start } of combinations({
      cell: ['HW', 'WH', 'WW'],
      link: [0, 1, 4],
      stay: [1, 2],
      strings: ROUTES,
      perBeat: [1, 2, 3, 4],
      start: ['D', 'U'],
    }))
      yield {
        version: 1,
        family: 'cell',
        ...ELECTRIC,
        position: 9,
        ...rhythm(perBeat),
        strings,
        ...(start === 'U' && { plucking: { system: 'alternate', start } }),
        cell: { cell, link, stay },
      }
  },
}

/** Scales: in position, in boxes, along a string, three to a string; straight and in sequences. */
export const scaleLines: Column = {
  name: 'scales',
  label: 'Scales',
  guitar: true,
  after: ['orders', 'threes'],
  from: 1.3,
  to: 7.6,
  tempos: TEMPOS,
  has: ({ family }) => family === 'scale',
  *bases() {
    const kinds = [
      { position: 5, scale: { tonic: 'A', type: 'minor pentatonic', layout: 'box', range: 'full' } },
      { position: 5, scale: { tonic: 'A', type: 'minor blues', layout: 'box', range: 'full' } },
      { position: 1, scale: { tonic: 'C', type: 'major', layout: 'position' } },
      { position: 1, scale: { tonic: 'G', type: 'major', layout: 'position', range: 'full' } },
      { position: 7, scale: { tonic: 'C', type: 'major', layout: 'position' } },
      { position: 7, scale: { tonic: 'C', type: 'major', layout: 'position', range: 'full' } },
      { position: 5, scale: { tonic: 'A', type: 'minor', layout: 'position' } },
      { position: 5, scale: { tonic: 'A', type: 'harmonic minor', layout: 'position' } },
      { position: 5, scale: { tonic: 'D', type: 'dorian', layout: 'position', range: 'full' } },
      { position: 5, scale: { tonic: 'A', type: 'major', layout: 'three-per-string', range: 'full' } },
      { position: 5, scale: { tonic: 'A', type: 'minor', layout: 'three-per-string', range: 'full' } },
      { position: 1, scale: { tonic: 'E', type: 'major', layout: 'one-string', string: 1 } },
      { position: 1, scale: { tonic: 'B', type: 'minor', layout: 'one-string', string: 2 } },
    ]
    for (const { kind, sequence, perBeat } of combinations({
      kind: kinds,
      sequence: ['straight', 'skips', 'groups-3', 'groups-4', 'together'],
      perBeat: [1, 2, 3, 4],
    })) {
      if (sequence === 'together' && kind.scale.layout === 'one-string') continue
      yield {
        version: 1,
        family: 'scale',
        ...ELECTRIC,
        position: kind.position,
        ...rhythm(perBeat),
        scale: { ...kind.scale, sequence },
      }
    }
  },
}

/** Arpeggios with a number of notes on each string. */
export const arpeggioShapes: Column = {
  name: 'shapes',
  label: 'Arpeggio shapes',
  guitar: true,
  after: ['scales', 'diagonals'],
  from: 1.2,
  to: 7.65,
  // Its fingers are searched anew at every tempo: fewer of them, so that the whole is built in half a minute.
  tempos: TEMPOS.filter((_, i) => i % 2 === 0),
  has: ({ family }) => family === 'shape',
  *bases() {
    const forms = [
      { strings: [3, 2, 1], formula: [1, 1, 1] },
      { strings: [3, 2, 1], formula: [1, 1, 2] },
      { strings: [4, 3, 2], formula: [2, 1, 1] },
      { strings: [5, 4, 3, 2], formula: [2, 1, 1, 2] },
      { strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2] },
      { strings: [6, 5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 1, 2] },
    ]
    for (const { chord, form, play, place, perBeat } of combinations({
      chord: ['Em', 'C'],
      form: forms,
      play: ['rake', 'alternate', 'sweep'],
      place: [1, 2],
      perBeat: [1, 2, 4],
    }))
      yield {
        version: 1,
        family: 'shape',
        ...ELECTRIC,
        ...rhythm(perBeat),
        times: 2,
        shape: { chord, ...form, place, play },
      }
  },
}

/** Four fingers on four strings, one fret apart. */
export const diagonals: Column = {
  name: 'diagonals',
  label: 'Diagonals',
  guitar: true,
  after: ['orders', 'held'],
  from: 1.1,
  to: 7.6,
  tempos: TEMPOS,
  has: ({ family }) => family === 'diagonal',
  *bases() {
    for (const { strings, form, play, moves, perBeat } of combinations({
      strings: [
        [4, 3, 2, 1],
        [5, 4, 3, 2],
        [6, 5, 4, 3],
      ],
      form: ['rising', 'falling', 'alternate'],
      play: ['picked', 'swept', 'block'],
      moves: [
        [0, 0, 0, 0],
        [0, 1, 0, 1],
        [0, 1, 2, 3],
        [0, 2, 1, 3],
      ],
      perBeat: [1, 2, 3, 4],
    })) {
      if (play === 'block' && perBeat > 1) continue
      yield {
        version: 1,
        family: 'diagonal',
        ...ELECTRIC,
        ...rhythm(perBeat),
        times: 2,
        diagonal: { strings, fret: 7, form, play, moves },
      }
    }
  },
}
