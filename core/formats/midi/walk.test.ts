import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parseMidi } from 'midi-file'
import { MOST_EVENTS, walkTrack } from './walk'

/** A file of format 0 with one track (RP-001). */
const fileOf = (track: Uint8Array) =>
  Uint8Array.from([
    ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 1, 0xe0],
    ...[0x4d, 0x54, 0x72, 0x6b, 0, 0, track.length >> 8, track.length & 0xff, ...track],
  ])
const walk = (...bytes: readonly number[]) => walkTrack(Uint8Array.from(bytes))
const why = (...bytes: readonly number[]) => {
  const walked = walk(...bytes)
  return walked.ok ? 'sound' : walked.why
}

describe('a track is walked byte by byte (Standard MIDI File 1.0, RP-001)', () => {
  test('running status, every message of a channel, texts and system exclusive', () => {
    const sound = [
      ...[0, 0x90, 60, 96, 0x60, 60, 0],
      ...[0, 0xa0, 60, 1, 0, 0xb0, 7, 100, 0, 0xc0, 24, 0, 0xd0, 5, 0, 0xe0, 0, 64],
      ...[0, 0xf0, 2, 1, 0xf7, 0, 0xf7, 1, 1, 0x83, 0xff, 0x7f, 0xff, 1, 2, 0x48, 0x69],
      ...[0, 0xff, 0x2f, 0],
    ]
    expect(walk(...sound)).toEqual({ ok: true, events: 11 })
    expect(parseMidi(fileOf(Uint8Array.from(sound))).tracks[0]).toHaveLength(11)
  })

  test('what is damaged is named', () => {
    expect(why(0, 60, 96)).toMatch(/says not what it is/)
    expect(why(0, 0x90, 60)).toMatch(/middle of an event/)
    expect(why(0, 0x90, 60, 0x96)).toMatch(/note that is no number/)
    expect(why(0, 0xff, 1, 9, 65)).toMatch(/middle of an event/)
    expect(why(0, 0xff, 0x51, 4, 1, 2, 3, 4)).toMatch(/wrong length/)
    expect(why(0, 0xf4)).toMatch(/no file may have/)
    expect(why(0x80, 0x80, 0x80, 0x80, 0, 0x90, 60, 96)).toMatch(/time that is no number/)
    expect(why(0)).toMatch(/middle of an event/)
    expect(why(0, 0xff)).toMatch(/length is no number/)
  })

  test('a length that leads backwards in 32 bits is none: the package would go round in it for ever', () => {
    expect(why(0, 0xff, 1, 0x8f, 0xff, 0xff, 0xff, 0x78, 0, 0x90, 60, 96)).toMatch(/length is no number/)
  })

  test('more events than any piece has are refused before they are read', () => {
    const many = new Uint8Array((MOST_EVENTS + 1) * 3)
    for (let i = 0; i < many.length; i += 3) many.set([0, 0xc0, 24], i)
    expect(walkTrack(many)).toMatchObject({ ok: false })
    expect(walkTrack(many.subarray(3))).toEqual({ ok: true, events: MOST_EVENTS })
  })
})

/** Bytes that mean something to a track come oftener than others. */
const tellingByte = fc.oneof(
  fc.constantFrom(0, 0x7f, 0x80, 0x81, 0x8f, 0x90, 0xc0, 0xf0, 0xf7, 0xff, 0xff, 1, 0x2f, 0x51, 0x58),
  fc.integer({ min: 0, max: 255 }),
)

test('what is walked to its end the package reads to its end, and finds as many events', () => {
  let read = 0
  fc.assert(
    fc.property(fc.array(tellingByte, { minLength: 1, maxLength: 40 }), bytes => {
      const walked = walkTrack(Uint8Array.from(bytes))
      if (!walked.ok) return
      read++
      expect(parseMidi(fileOf(Uint8Array.from(bytes))).tracks[0]).toHaveLength(walked.events)
    }),
    { numRuns: 5000, seed: 3 },
  )
  expect(read).toBeGreaterThan(50)
})
