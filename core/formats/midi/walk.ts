/** Bytes of the longest variable-length quantity (Standard MIDI File 1.0, RP-001). */
const MOST_QUANTITY_BYTES = 4
/** The most events of a file: a dozen times what the longest piece of own music has. */
export const MOST_EVENTS = 100_000
/** Data bytes of a channel message by the upper half of its status, 0x8 to 0xE. */
const DATA_BYTES = [2, 2, 2, 2, 1, 1, 2]
const [META, SYSEX, SYSEX_GOES_ON] = [0xff, 0xf0, 0xf7]
/** Lengths that a meta event must have, by its type. */
const META_LENGTHS: ReadonlyMap<number, readonly number[]> = new Map([
  [0x00, [2]],
  [0x20, [1]],
  [0x21, [1]],
  [0x2f, [0]],
  [0x51, [3]],
  [0x54, [5]],
  [0x58, [2, 4]],
  [0x59, [2]],
])

/** How many events a track has, or why its bytes are none. */
export type Walked = { readonly ok: true; readonly events: number } | { readonly ok: false; readonly why: string }

const bad = (why: string): Walked => ({ ok: false, why })

/**
 * Walks the events of a track from its first byte to its last, forward only, so that whatever its lengths say it comes
 * to an end: what a reader of events needs not guard itself against any more.
 * @param track Bytes of the chunk without its header.
 * @param mostEvents Events it may have.
 * @returns How many events it has, or what is wrong, said of the track.
 */
export function walkTrack(track: Uint8Array, mostEvents = MOST_EVENTS): Walked {
  let at = 0
  let running = 0
  let events = 0
  /** A variable-length quantity; -1 where it has no end, or one too late. */
  const quantity = () => {
    let value = 0
    for (let i = 0; i < MOST_QUANTITY_BYTES && at < track.length; i++) {
      const byte = track[at++]!
      value = value * 128 + (byte & 0x7f)
      if (byte < 0x80) return value
    }
    return -1
  }
  while (at < track.length) {
    if (++events > mostEvents) return bad('has more events than any piece for a guitar')
    if (quantity() < 0) return bad('has a time that is no number')
    if (at >= track.length) return bad('ends in the middle of an event')
    const status = track[at]! < 0x80 ? running : track[at++]!
    if (status === 0) return bad('begins with an event that says not what it is')
    if (status === META || status === SYSEX || status === SYSEX_GOES_ON) {
      const type = status === META ? track[at++] : undefined
      const length = quantity()
      if (length < 0) return bad('has an event whose length is no number')
      const allowed = type === undefined ? undefined : META_LENGTHS.get(type)
      if (allowed && !allowed.includes(length)) return bad('has an event of a wrong length')
      at += length
    } else if (status > 0xef) return bad('has an event that no file may have')
    else {
      running = status
      for (let left = DATA_BYTES[(status >> 4) - 8]!; left > 0; left--) {
        if (at >= track.length) return bad('ends in the middle of an event')
        if (track[at++]! >= 0x80) return bad('has a note that is no number')
      }
    }
    if (at > track.length) return bad('ends in the middle of an event')
  }
  return { ok: true, events }
}
