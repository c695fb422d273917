import { describe, expect, test } from '@jest/globals'
import { parseMidi } from 'midi-file'
import { Midi } from '@tonejs/midi'
import { scoreOf } from '../../score/score-of.test.data'
import type { Score } from '../../score/score'
import { OPENINGS, randomScores } from '../writers.test.data'
import { readMidi } from './read'
import { toMidi } from './write'

const RANDOM = randomScores(200)

// What another program reads: `@tonejs/midi`, a general parser of the registry. The format: Standard MIDI Files 1.0
// (RP-001, MIDI Manufacturers Association).

const order = (more: object = {}) => ({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })
const read = (bytes: Uint8Array) => {
  const result = readMidi(bytes)
  if (!result.ok) throw new Error(result.why)
  return result
}
const byString = (a: readonly number[], b: readonly number[]) => a[0]! - b[0]! || a[1]! - b[1]!

/** Onset, string, pitch and end of every note as they ought to sound, in ticks of the score. */
function meant(score: Score): readonly (readonly number[])[] {
  const { notes } = score
  return notes
    .map(note => {
      const next = notes.find(each => each.string === note.string && each.at > note.at)?.at ?? Infinity
      const own =
        note.at +
        (note.marks.includes('staccato') || score.spec.sound.length === 'staccato'
          ? Math.max(1, Math.floor(note.dur / 2))
          : note.dur)
      return [note.at, note.string, note.midi, Math.min(own, next)]
    })
    .toSorted(byString)
}

function heard(bytes: Uint8Array): readonly (readonly number[])[] {
  const file = new Midi(bytes)
  const scale = 10080 / file.header.ppq
  // That parser splits a track with several channels into one for each.
  return file.tracks
    .flatMap(track =>
      track.notes.map(note => [
        note.ticks * scale,
        track.channel + 1,
        note.midi,
        (note.ticks + note.durationTicks) * scale,
      ]),
    )
    .toSorted(byString)
}

/** The chunks of a file by their names (RP-001, chunks). */
function chunks(bytes: Uint8Array): readonly string[] {
  const names: string[] = []
  for (let at = 0; at < bytes.length;) {
    names.push(String.fromCharCode(...bytes.subarray(at, at + 4)))
    at += 8 + new DataView(bytes.buffer, bytes.byteOffset).getUint32(at + 4)
  }
  return names
}

describe('MIDI as another program reads it', () => {
  test.each(OPENINGS)('%s: the same onsets, strings, pitches and ends, to the tick', (_, score) => {
    expect(heard(toMidi(score))).toEqual(meant(score))
  })

  test('random drills: the same onsets, strings, pitches and ends, to the tick', () => {
    for (const score of RANDOM) expect([score.spec, heard(toMidi(score))]).toEqual([score.spec, meant(score)])
  })

  test('positions are marked where they begin, a bar later when a bar is counted in', () => {
    const score = scoreOf({
      version: 1,
      family: 'chromatic',
      chromatic: { strings: [1], positions: [1, 5], travel: 'there' },
    })
    const markers = (click: boolean) =>
      parseMidi(toMidi(score, { click })).tracks[0]!.reduce<{ at: number; found: [string, number][] }>(
        ({ at, found }, event) => ({
          at: at + event.deltaTime,
          found: event.type === 'marker' ? [...found, [event.text, at + event.deltaTime]] : found,
        }),
        { at: 0, found: [] },
      ).found
    const [[first, start], [second, shift]] = markers(false) as [[string, number], [string, number]]
    expect([first, start, second]).toEqual(['I', 0, 'V'])
    const bar = 4 * parseMidi(toMidi(score)).header.ticksPerBeat!
    expect(markers(true)).toEqual([
      ['I', bar],
      ['V', shift + bar],
    ])
  })

  test('sixteenths at 120 are 125 ms apart', () => {
    const { tracks } = new Midi(toMidi(scoreOf(order({ tempo: 120 }))))
    const times = tracks.flatMap(track => track.notes.map(({ time }) => time)).toSorted((a, b) => a - b)
    expect(times.slice(0, 5).map(time => Math.round(time * 1e6) / 1e3)).toEqual([0, 125, 250, 375, 500])
  })

  test('two tracks, 480 ticks where they suffice; with a click three, a bar later', () => {
    const score = scoreOf(order())
    expect(chunks(toMidi(score))).toEqual(['MThd', 'MTrk', 'MTrk'])
    expect(new Midi(toMidi(score)).header.ppq).toBe(480)
    expect(new Midi(toMidi(scoreOf(order({ rhythm: { perBeat: 7 } })))).header.ppq).toBe(10080)
    const clicked = toMidi(score, { click: true })
    expect(chunks(clicked)).toHaveLength(4)
    const file = new Midi(clicked)
    const clicks = file.tracks.find(({ channel }) => channel === 9)!.notes
    expect(clicks.slice(0, 5).map(({ ticks, midi }) => [ticks / 480, midi])).toEqual([
      [0, 76],
      [1, 77],
      [2, 77],
      [3, 77],
      [4, 76],
    ])
    expect(
      Math.min(
        ...file.tracks.filter(({ channel }) => channel !== 9).flatMap(({ notes }) => notes.map(({ ticks }) => ticks)),
      ),
    ).toBe(4 * 480)
  })

  test('tempo, meter, title and positions stand in the first track, in letters of any language', () => {
    const score = scoreOf({
      version: 1,
      family: 'free',
      free: { notes: [{ at: 0, dur: 10080, string: 1, fret: 5 }], from: { title: 'Étude in C♯, зимняя' } },
      rhythm: { meter: [6, 8] },
      tempo: 90,
    })
    const { header, name } = new Midi(toMidi(score))
    expect(new TextDecoder().decode(Uint8Array.from(name, letter => letter.charCodeAt(0)))).toBe('Étude in C♯, зимняя')
    expect(header.tempos[0]!.bpm).toBeCloseTo(90, 3)
    expect(header.timeSignatures[0]!.timeSignature).toEqual([6, 8])
    expect(header.meta.filter(({ type }) => type === 'marker').map(({ text }) => text)).toEqual(['V'])
    expect(header.meta.find(({ type }) => type === 'text')!.text).toContain('tuning 40 45 50 55 59 64, capo 0')
  })

  test('how hard: an accent more than a plucked note, a hammer-on less, a pull-off least, muted softest', () => {
    const strength = (spec: object, i: number) =>
      Math.round(
        new Midi(toMidi(scoreOf(spec))).tracks.flatMap(({ notes }) => notes).toSorted((a, b) => a.ticks - b.ticks)[i]!
          .velocity * 127,
      )
    const slurred = {
      version: 1,
      family: 'slur',
      slur: {
        string: 2,
        groups: [
          [1, 2],
          [2, 1],
        ],
        slurred: 2,
      },
    }
    expect(strength(order(), 0)).toBe(96)
    expect(strength(order({ sound: { accentEvery: 4 } }), 0)).toBe(110)
    expect(strength(slurred, 1)).toBe(84)
    expect(strength(slurred, 3)).toBe(78)
    expect(strength(order({ sound: { length: 'muted' } }), 0)).toBe(40)
  })
})

describe('MIDI read back', () => {
  test.each(OPENINGS)('%s returns on the same strings, frets and onsets, without a warning', (_, score) => {
    const { spec, warnings } = read(toMidi(score))
    expect(warnings).toEqual([])
    expect(scoreOf(spec).notes.map(({ at, string, fret }) => [at, string, fret])).toEqual(
      score.notes.map(({ at, string, fret }) => [at, string, fret]),
    )
  })

  test('written, read and written again it is the same bytes', () => {
    for (const score of [...OPENINGS.map(([, each]) => each), ...RANDOM.filter((_, i) => i % 3 === 1)]) {
      const once = toMidi(scoreOf(read(toMidi(score)).spec))
      const twice = toMidi(scoreOf(read(once).spec))
      expect([score.spec, Buffer.compare(once, twice)]).toEqual([score.spec, 0])
    }
  })
})
