import { strToU8, zipSync } from 'fflate'
import fc from 'fast-check'
import { toCsv } from './csv/write'
import { toMidi } from './midi/write'
import { toMusicXml } from './musicxml/write'
import { toTab } from './tab/write'
import { OPENINGS } from './writers.test.data'

const CONTAINER = '<?xml version="1.0"?><container><rootfiles><rootfile full-path="score.xml"/></rootfiles></container>'

/** A score packed as other programs pack it. */
export const packed = (xml: string) =>
  zipSync({ 'META-INF/container.xml': strToU8(CONTAINER), 'score.xml': strToU8(xml) })

/** Real files of every kind that is read. */
const FILES: readonly Uint8Array[] = OPENINGS.flatMap(([, score]) => [
  strToU8(toMusicXml(score)),
  packed(toMusicXml(score)),
  toMidi(score),
  strToU8(toTab(score)),
])

type Blow = (bytes: Uint8Array) => Uint8Array
const join = (...parts: readonly Uint8Array[]) => {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}
const place = fc.double({ min: 0, max: 1, noNaN: true })
const at = (bytes: Uint8Array, share: number) => Math.floor(share * bytes.length)
const stretch = fc.tuple(place, fc.integer({ min: 1, max: 64 }))

/** Bytes that mean something in a file of events: lengths that go on, statuses, kinds of meta events. */
const tellingByte = fc.constantFrom(0, 1, 0x2f, 0x51, 0x58, 0x7f, 0x80, 0x81, 0x8f, 0x90, 0xc0, 0xf0, 0xf7, 0xff)
const TRACK = [0x4d, 0x54, 0x72, 0x6b]
/** Where the numbers of a MIDI file stand that say how much comes: of tracks, of ticks, of bytes of a track. */
const countsIn = (bytes: Uint8Array): readonly number[] => [
  10,
  12,
  ...[...bytes.keys()].filter(at => TRACK.every((byte, i) => bytes[at + i] === byte)).flatMap(at => [at + 4, at + 6]),
]

/** Blows that know what a file is made of: whole events of telling bytes, and numbers that say how much comes. */
const structural: fc.Arbitrary<Blow> = fc.oneof(
  fc.tuple(place, fc.array(tellingByte, { minLength: 1, maxLength: 16 })).map(([share, event]): Blow => bytes => {
    const copy = bytes.slice()
    copy.set(event.slice(0, copy.length - at(bytes, share)), at(bytes, share))
    return copy
  }),
  fc.tuple(place, fc.integer({ min: 0, max: 0xffff })).map(([share, value]): Blow => bytes => {
    const counts = countsIn(bytes)
    const where = counts[Math.min(counts.length - 1, Math.floor(share * counts.length))]!
    if (where + 2 > bytes.length) return bytes
    const copy = bytes.slice()
    copy.set([value >> 8, value & 0xff], where)
    return copy
  }),
)

/** What can happen to a file: cut off, a stretch lost or doubled, bytes changed, rubbish put in. */
const blow: fc.Arbitrary<Blow> = fc.oneof(
  structural,
  place.map(
    (share): Blow =>
      bytes =>
        bytes.subarray(0, at(bytes, share)),
  ),
  stretch.map(
    ([share, size]): Blow =>
      bytes =>
        join(bytes.subarray(0, at(bytes, share)), bytes.subarray(at(bytes, share) + size)),
  ),
  stretch.map(
    ([share, size]): Blow =>
      bytes =>
        join(bytes.subarray(0, at(bytes, share) + size), bytes.subarray(at(bytes, share))),
  ),
  fc
    .array(fc.tuple(place, fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 12 })
    .map((changes): Blow => bytes => {
      const copy = bytes.slice()
      for (const [share, value] of changes)
        if (copy.length > 0) copy[Math.min(copy.length - 1, at(copy, share))] = value
      return copy
    }),
  fc.tuple(place, fc.uint8Array({ maxLength: 40 })).map(
    ([share, rubbish]): Blow =>
      bytes =>
        join(bytes.subarray(0, at(bytes, share)), rubbish, bytes.subarray(at(bytes, share))),
  ),
)

/** One of some files after some mishaps. */
const mutationOf = (files: readonly Uint8Array[]): fc.Arbitrary<Uint8Array> =>
  fc
    .tuple(fc.constantFrom(...files), fc.array(blow, { minLength: 1, maxLength: 4 }))
    .map(([file, blows]) => blows.reduce((bytes, each) => each(bytes), file))

/** A real file of music after some mishaps. */
export const mutatedFile = mutationOf(FILES)

/** A list of students after some mishaps. */
export const mutatedList = mutationOf([
  strToU8(
    toCsv(
      ['name', 'birth year', 'guitar'],
      [
        ['Ada, "the quick"', 2011, 'half'],
        ['Bo', null, '=1+1'],
      ],
    ),
  ),
  strToU8('Student;Day;Time\r\nAda;Tue;16:30\r\n"B\r\no";;\r\n'),
])
