import { describe, expect, test } from '@jest/globals'
import { strToU8, zipSync } from 'fflate'
import fc from 'fast-check'
import { realise } from '../score/realise'
import { scoreOf } from '../score/score-of.test.data'
import type { FreeNote } from '../families/free'
import { isWhole } from '../score/corpus.test.data'
import { HURTFUL_FILES } from './hurtful-files.test.data'
import { mutatedFile, packed } from './mutated-file.test.data'
import { MUSICXML_OF_OTHERS, noteTag, scoreTag } from './musicxml/others.test.data'
import { toMusicXml } from './musicxml/write'
import { readFile, type FileReading } from './read-file'

const DRILL = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }
const read = (file: string | Uint8Array, reading?: FileReading) => {
  const result = readFile(typeof file === 'string' ? strToU8(file) : file, reading)
  if (!result.ok) throw new Error(result.why)
  return { ...result, notes: (result.spec.free as { notes: readonly FreeNote[] }).notes }
}
const why = (file: string | Uint8Array) => {
  const result = readFile(typeof file === 'string' ? strToU8(file) : file)
  if (result.ok) throw new Error('it was read')
  return result.why
}
/** A file of format 0 or 1 from the events of its tracks, as RP-001 writes them. */
const midi = (format: number, division: number, ...tracks: readonly (readonly number[])[]) =>
  Uint8Array.from([
    ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, format, 0, tracks.length, division >> 8, division & 0xff],
    ...tracks.flatMap(track => [0x4d, 0x54, 0x72, 0x6b, 0, 0, track.length >> 8, track.length & 0xff, ...track]),
  ])

describe('what a file is, is told by its content', () => {
  const xml = toMusicXml(scoreOf(DRILL))

  test('MusicXML, packed or in another encoding', () => {
    const plain = read(xml).notes
    expect(read(packed(xml)).notes).toEqual(plain)
    expect(read(`\ufeff${xml}`).notes).toEqual(plain)
    const wide = new Uint8Array(2 + xml.length * 2)
    wide.set([0xff, 0xfe])
    for (let i = 0; i < xml.length; i++) wide.set([xml.charCodeAt(i) & 0xff, xml.charCodeAt(i) >> 8], 2 + i * 2)
    expect(read(wide).notes).toEqual(plain)
  })

  test('what is none of them is refused in one sentence', () => {
    expect(why('')).toBe('The file is empty.')
    expect(why('  \n ')).toBe('The file is empty.')
    expect(why(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13]))).toMatch(
      /^The file is none that is read/,
    )
    expect(why(new Uint8Array(20_000_001))).toBe('The file has 20 MB; 20 MB are the most.')
    expect(why('<html><body>music</body></html>')).toBe('The file is no MusicXML score: it begins with <html>.')
    expect(why('Dear teacher, the drill is lost.')).toMatch(/^Neither tablature nor note names/)
  })

  test('a file that is cut off, or was meant to harm, is refused in one sentence', () => {
    expect(why(xml.slice(0, xml.length / 2))).toMatch(/no well-formed XML/)
    expect(why(packed(xml).subarray(0, 300))).toBe('The archive is damaged or cut off: it cannot be unpacked.')
    expect(why(zipSync({ 'notes.txt': strToU8('no score') }))).toBe('The archive holds no score.')
    expect(why(zipSync({ '../../etc/score.xml': strToU8(xml) }))).toMatch(/leads out of it/)
    expect(why(zipSync({ 'score.xml': new Uint8Array(19_000_000) }))).toMatch(/packed so tightly/)
    expect(why('<!DOCTYPE score [<!ENTITY a "aaaa">]><score-partwise/>')).toMatch(/entities of its own/)
    expect(why('<score-partwise>&boom;</score-partwise>')).toMatch(/an entity/)
    expect(why('<a>'.repeat(2000))).toMatch(/nested too deep/)
    expect(why(midi(1, 480, [0, 0x90, 60, 96]).subarray(0, 20))).toMatch(/cut off/)
  })
})

describe('MusicXML as other programs write it', () => {
  test('pitches without strings or fingers are the engine’s to place, fitted to the guitar in hand', () => {
    const { spec, notes, warnings } = read(
      scoreTag(['E4', 'F4', 'G4', 'C5'].map(name => noteTag(name, 1, 'quarter')).join('')),
    )
    expect(notes.map(({ midi, string }) => [midi, string])).toEqual([64, 65, 67, 72].map(pitch => [pitch, undefined]))
    expect([spec.fingering, warnings]).toEqual([{ rule: 'best' }, []])
    const score = scoreOf(spec)
    expect(score.notes.map(({ midi }) => midi)).toEqual([64, 65, 67, 72])
    expect(score.notes.every(({ fret, finger }) => (fret === 0) === (finger === 0))).toBe(true)
  })

  test.each(MUSICXML_OF_OTHERS)('%s', (_, xml, notes, warnings) => {
    const result = read(xml)
    expect(
      result.notes.map(({ at, dur, midi, string, fret }) => [at / 10080, dur / 10080, midi ?? `${string}:${fret}`]),
    ).toEqual(notes)
    expect(result.warnings).toEqual(warnings)
    expect(realise(result.spec)).toMatchObject({ ok: true })
  })

  test('of several parts the first is read, or the one asked for', () => {
    const two = scoreTag(noteTag('E4', 4, 'whole')).replace(
      '</score-partwise>',
      `<part id="P2"><measure number="1"><attributes><divisions>1</divisions></attributes>${noteTag('A3', 4, 'whole')}</measure></part></score-partwise>`,
    )
    expect(read(two).warnings).toEqual(['Of 2 parts the first is read, Guitar; the others are 2 part 2.'])
    const second = read(two, { part: 2 })
    expect([second.notes[0]!.midi, second.warnings]).toEqual([57, []])
    expect(readFile(strToU8(two), { part: 3 })).toMatchObject({ why: 'The score has 2 parts; there is no part 3.' })
  })
})

describe('MIDI as other programs write it', () => {
  const TEMPO_120 = [0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20]

  test('running status, and a track without an end (RP-001)', () => {
    const track = [...TEMPO_120, 0, 0x90, 64, 96, 0x60, 64, 0, 0, 67, 96, 0x60, 67, 0]
    const { notes, spec } = read(midi(0, 96, track))
    expect(notes.map(({ at, dur, midi: pitch }) => [at, dur, pitch])).toEqual([
      [0, 10080, 64],
      [10080, 10080, 67],
    ])
    expect(spec.tempo).toBe(120)
  })

  test('what was played by hand is brought into time, and it says by how much', () => {
    // Sixteenths at 120 are 120 ticks of 480 apart; these are up to 4 ticks off, which are 4 ms.
    const onsets = [0, 124, 236, 363]
    const events = onsets.flatMap((at, i) => {
      const before = i === 0 ? 0 : onsets[i - 1]! + 100
      return [at - before, 0x90, 64 + i, 80, 100, 0x80, 64 + i, 0]
    })
    const { notes, warnings } = read(midi(1, 480, TEMPO_120, events))
    expect(notes.map(({ at }) => at)).toEqual([0, 2520, 5040, 7560])
    expect(warnings).toEqual(['Notes were brought into time: moved by 4 ms at most.'])
  })

  test.each([2, 3, 4, 5, 6, 7, 8])('%i to a beat are known for what they are', count => {
    const ticks = 10080 / count
    const track = Array.from({ length: count }, () => [
      0,
      0x90,
      64,
      80,
      0x80 | (ticks >> 7),
      ticks & 0x7f,
      0x80,
      64,
      0,
    ]).flat()
    const { notes, warnings } = read(midi(1, 10080, TEMPO_120, track))
    expect(notes.map(({ at, dur }) => [at, dur])).toEqual(Array.from({ length: count }, (_, i) => [i * ticks, ticks]))
    expect(warnings).toEqual([])
  })

  test('drums are left out, a change of tempo is told, of several tracks the first is read', () => {
    const note = (channel: number, pitch: number) => [0, 0x90 | channel, pitch, 90, 0x60, 0x80 | channel, pitch, 0]
    const { notes, warnings } = read(
      midi(1, 96, [...TEMPO_120, 0x60, 0xff, 0x51, 3, 0x0f, 0x42, 0x40], note(9, 40), note(0, 60), note(1, 48)),
    )
    expect(notes.map(({ midi: pitch }) => pitch)).toEqual([60])
    expect(warnings).toEqual([
      'Of 2 parts the first is read; the others are 2 without a name.',
      'The tempo changes in the middle: the first is kept.',
      'Drums (channel 10) are left out.',
    ])
  })
})

describe('files after mishaps', () => {
  test('are read or refused in one sentence; what is read can be realised or says why not', () => {
    fc.assert(
      fc.property(mutatedFile, file => {
        const result = readFile(file)
        if (!result.ok) expect(result.why).toMatch(/^[^\n]{8,400}[.…]$/)
        else expect(realise(result.spec)).toHaveProperty('ok')
      }),
      { numRuns: isWhole ? 400 : 60, seed: 16 },
    )
  })
})

describe('files built to hurt', () => {
  // Those of many megabytes are read by `npm run fuzz -- files`, which measures processor time and memory.
  const SOON = [
    ['MIDI: a text whose length leads backwards', /length is no number/],
    ['MIDI: as many events as bytes allow', /more events than any piece/],
    ['MIDI: notes all at once', /4,096 are the most|no notes/],
    ['tablature: blanks after “tempo =”', null],
    ['tablature: many signs of equality, many blanks', null],
    ['tablature: a bar of frets', /96,000 notes; 4,096 are the most/],
    ['tablature: a bar of dead notes', /96,000 notes; 4,096 are the most/],
    ['tablature: bars that are counted', /14,000 bars; 4,096 are the most/],
    ['XML: elements with names of their own', /more elements than any score/],
    ['XML: attributes', /more attributes than any score/],
    ['XML: a long text', /more text than any score/],
    ['XML: elements one within another', /nested too deep/],
    ['XML: brackets', /no well-formed XML/],
    ['archive: entries', /more than 500 files/],
  ] as const
  test.each(SOON)('%s', (name, refused) => {
    const made = HURTFUL_FILES.find(([each]) => each === name)![1]()
    const result = readFile(typeof made === 'string' ? strToU8(made) : made)
    if (refused === null) expect(result.ok).toBe(true)
    else expect(result).toMatchObject({ ok: false, why: expect.stringMatching(refused) })
  })
})
