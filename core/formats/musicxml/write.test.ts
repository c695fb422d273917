import { describe, expect, test } from '@jest/globals'
import { parse, validate, withAbsolutePositions } from 'musicxml-io'
import { strToU8 } from 'fflate'
import { scoreOf } from '../../score/score-of.test.data'
import type { Score } from '../../score/score'
import { notesOf } from '../../writing/written-out'
import { OPENINGS, randomScores } from '../writers.test.data'
import { readMusicXml } from './read'
import { toMusicXml } from './write'

const RANDOM = randomScores(200)

// What another program reads: `musicxml-io`, a general notation library of the registry, written by others from the
// final report of MusicXML 4.0 (W3C Music Notation Community Group, 2021).

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }

/** Pitch, onset and length of every note as the other reader has them, tied pieces joined. */
function heard(xml: string): readonly (readonly [number, number, number])[] {
  const notes: { midi: number; at: number; dur: number }[] = []
  let start = 0
  for (const measure of parse(xml).parts[0]!.measures) {
    const here = withAbsolutePositions(measure)
    for (const { absolutePosition, pitch, duration, ties, tie } of here) {
      if (!pitch) continue
      const midi = STEPS[pitch.step]! + (pitch.alter ?? 0) + (pitch.octave + 1) * 12
      const at = start + absolutePosition
      const stops = [...(ties ?? []), ...(tie ? [tie] : [])].some(({ type }) => type === 'stop')
      const before = stops ? notes.find(each => each.midi === midi && each.at + each.dur === at) : undefined
      if (before) before.dur += duration
      else notes.push({ midi, at, dur: duration })
    }
    start += Math.max(...here.map(({ absolutePosition, duration }) => absolutePosition + duration))
  }
  return notes.map(({ at, midi, dur }) => [at, midi, dur] as const).toSorted(inOrder)
}

const inOrder = (a: readonly number[], b: readonly number[]) => a[0]! - b[0]! || a[1]! - b[1]! || a[2]! - b[2]!
const meant = ({ notes }: Score) => notes.map(({ at, midi, dur }) => [at, midi, dur] as const).toSorted(inOrder)

const read = (xml: string) => {
  const result = readMusicXml(strToU8(xml))
  if (!result.ok) throw new Error(result.why)
  return result
}

describe('MusicXML as another program reads it', () => {
  test('there is something to look at', () => {
    expect(OPENINGS.length).toBeGreaterThan(12)
    expect(RANDOM.length).toBeGreaterThan(25)
  })

  test.each(OPENINGS)('%s: the same pitches, onsets and lengths, nothing wrong with its bars', (_, score) => {
    const xml = toMusicXml(score)
    expect(heard(xml)).toEqual(meant(score))
    expect(validate(parse(xml)).errors).toEqual([])
  })

  test('random drills: the same pitches, onsets and lengths, nothing wrong with their bars', () => {
    for (const score of RANDOM) {
      const xml = toMusicXml(score)
      expect([score.spec, heard(xml)]).toEqual([score.spec, meant(score)])
      expect([score.spec, validate(parse(xml)).errors]).toEqual([score.spec, []])
    }
  })
})

// The standard's own words on <backup>: it moves the position back within a measure, and never before its beginning.
test('a voice goes back to the beginning of its bar, and never before it', () => {
  let voices = 0
  for (const score of [...OPENINGS.map(([, each]) => each), ...RANDOM.slice(0, 30)]) {
    for (const [i, measure] of toMusicXml(score, { notation: true }).split('<measure').slice(1).entries()) {
      let at = 0
      for (const [, tag, inside] of measure.matchAll(/<(note|backup|forward)>([\s\S]*?)<\/\1>/g)) {
        const length = Number(/<duration>(\d+)</.exec(inside!)![1])
        if (tag === 'backup') {
          voices++
          at -= length
          expect([score.title, i, at]).toEqual([score.title, i, 0])
        } else if (!inside!.includes('<chord/>')) at += length
      }
    }
  }
  expect(voices).toBeGreaterThan(50)
})

describe('MusicXML read back', () => {
  test.each(OPENINGS)('%s returns with every place, finger and stroke, without a warning', (_, score) => {
    const { spec, warnings } = read(toMusicXml(score))
    expect(warnings).toEqual([])
    expect((spec.free as { notes: unknown }).notes).toEqual(notesOf(score))
    expect(scoreOf(spec).notes.map(({ midi }) => midi)).toEqual(
      notesOf(score).map(
        ({ string, fret }) => score.notes.find(note => note.string === string && note.fret === fret)!.midi,
      ),
    )
  })

  test('written, read and written again it is the same bytes', () => {
    for (const score of [...OPENINGS.map(([, each]) => each), ...RANDOM.filter((_, i) => i % 3 === 0)]) {
      const once = toMusicXml(scoreOf(read(toMusicXml(score)).spec))
      const twice = toMusicXml(scoreOf(read(once).spec))
      expect([score.spec, twice === once]).toEqual([score.spec, true])
    }
  })

  test('with a staff in notation it reads back the same, once', () => {
    for (const [, score] of OPENINGS) {
      const { spec, warnings } = read(toMusicXml(score, { notation: true }))
      expect(warnings).toEqual([])
      expect((spec.free as { notes: unknown }).notes).toEqual(notesOf(score))
    }
  })
})
