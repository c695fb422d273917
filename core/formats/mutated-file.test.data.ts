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

/** What can happen to a file: cut off, a stretch lost or doubled, bytes changed, rubbish put in. */
const blow: fc.Arbitrary<Blow> = fc.oneof(
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
