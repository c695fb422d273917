import type { FingerOrOpen } from '../guitar/finger'
import { midiAt, type Instrument } from '../guitar/instrument'
import type { Played } from '../line/writer'
import { SpecError } from '../schema/spec-error'
import { cellFingers } from './cells'

/** A scale as pitch classes, and where it is to be laid out. */
export interface ScaleOn {
  readonly instrument: Instrument
  /** Pitch classes 0–11. */
  readonly chromas: ReadonlySet<number>
  readonly position: number
  /** Thick to thin. */
  readonly strings: readonly number[]
}

/** A tone of a layout: the note with its pitch. */
export type Tone = Played & { readonly midi: number }

const isTone = ({ chromas }: ScaleOn, midi: number) => chromas.has(midi % 12)
const tone = (on: ScaleOn, string: number, fret: number, finger: number, position: number, stretch: boolean): Tone => ({
  string,
  fret,
  finger: finger as FingerOrOpen,
  position,
  midi: midiAt(on.instrument, string, fret),
  ...(stretch && { marks: ['stretch'] as const }),
})

/** The tones in one position: one finger per fret, and a tone between two strings reached by 1 below or 4 above. */
export function positionTones(on: ScaleOn): readonly Tone[] {
  const { position: P } = on
  const tones: Tone[] = []
  const plays = (string: number, fret: number) => fret >= 0 && isTone(on, midiAt(on.instrument, string, fret))
  for (const [i, string] of on.strings.entries()) {
    const before = tones.at(-1)?.midi ?? -1
    const low = P === 1 ? 0 : P
    // In the first position an open string sounds its tone itself.
    const open = P === 1 && on.strings[i + 1] !== undefined ? midiAt(on.instrument, on.strings[i + 1]!, 0) : Infinity
    for (let fret = low; fret <= P + 3; fret++) {
      const midi = midiAt(on.instrument, string, fret)
      if (midi > before && midi < open && isTone(on, midi))
        tones.push(tone(on, string, fret, fret === 0 ? 0 : fret - P + 1, P, false))
    }
    const next = on.strings[i + 1]
    if (next === undefined) continue
    // Tones that lie above this string's four frets and below the next string's.
    const gapFrom = midiAt(on.instrument, string, P + 3) + 1
    const gapTo = midiAt(on.instrument, next, P === 1 ? 0 : P) - 1
    for (let midi = gapFrom; midi <= gapTo; midi++) {
      if (!isTone(on, midi)) continue
      const above = P + 4 + (midi - gapFrom)
      const below = (P === 1 ? 0 : P) - 1 - (gapTo - midi)
      const byFour = above === P + 4 && above <= on.instrument.lastFret
      const byOne = below === P - 1 && below >= 1
      if (!byFour && !byOne)
        throw new SpecError(
          'position',
          `the tone between strings ${string} and ${next} lies outside the reach of position ${P}`,
        )
      const fourBusy = plays(string, P + 3)
      const oneBusy = plays(next, P)
      const four = byFour && (!byOne || (!fourBusy && oneBusy))
      tones.push(four ? tone(on, string, above, 4, P, true) : tone(on, next, below, 1, P, true))
    }
  }
  return tones
}

/**
 * A run of scale tones upwards, a fixed number to a string, from the lowest at or above the position on the thickest.
 */
function perString(
  on: ScaleOn,
  each: number,
  from: number,
): readonly (readonly { readonly string: number; readonly fret: number }[])[] {
  const [first] = on.strings
  let midi = midiAt(on.instrument, first!, from)
  while (!isTone(on, midi)) midi++
  return on.strings.map(string =>
    Array.from({ length: each }, () => {
      const fret = midi - midiAt(on.instrument, string, 0)
      do midi++
      while (!isTone(on, midi))
      if (fret < 0) throw new SpecError('position', `string ${string} would need a fret below the nut`)
      if (fret > on.instrument.lastFret)
        throw new SpecError(
          'position',
          `string ${string} would need fret ${fret}, beyond the neck: the last fret is ${on.instrument.lastFret}`,
        )
      return { string, fret }
    }),
  )
}

/** Three tones to a string, fingers as in a cell; each string's first fret is its position. */
export function threePerString(on: ScaleOn): readonly Tone[] {
  return perString(on, 3, on.position).flatMap(places => {
    const frets = places.map(place => place.fret)
    const fingers = cellFingers(frets)
    const position = Math.max(1, frets[0]!)
    return places.map(({ string, fret }, i) =>
      tone(on, string, fret, fret === 0 ? 0 : fingers[i]!, position, fret > position + 3),
    )
  })
}

/** Steps of the five-tone scales that boxes are built on, from some tone round. */
const FIVE_TONES = '22323'

/** The tone that a six-tone scale has beside a five-tone one: the blue note; null where it has none. */
function addedTone(chromas: ReadonlySet<number>): number | null {
  const steps = (tones: readonly number[]) =>
    tones.map((tone, i) => (tones[(i + 1) % tones.length]! - tone + 12) % 12).join('')
  const found = [...chromas].filter(left => {
    const rest = [...chromas].filter(chroma => chroma !== left).sort((a, b) => a - b)
    return (FIVE_TONES + FIVE_TONES).includes(steps(rest))
  })
  return found[0] ?? null
}

/**
 * A five-tone scale, two tones to a string, one finger per fret from its lowest fret; in a six-tone one the added tone
 * on its string.
 */
export function boxTones(on: ScaleOn): readonly Tone[] {
  const added = on.chromas.size === 6 ? addedTone(on.chromas) : null
  if (on.chromas.size !== 5 && added === null)
    throw new SpecError(
      'scale.type',
      `a box wants a scale of five tones, or of six with one added to such; this one has ${on.chromas.size}`,
    )
  const five = added === null ? on : { ...on, chromas: new Set([...on.chromas].filter(chroma => chroma !== added)) }
  const places = perString(five, 2, on.position === 1 ? 0 : on.position).flat()
  const fretted = places.map(place => place.fret).filter(fret => fret > 0)
  const position = on.position === 1 ? 1 : Math.max(1, Math.min(...fretted))
  const whole = added === null ? places : withAdded(on, places, added, position)
  return whole.map(({ string, fret }) =>
    tone(
      on,
      string,
      fret,
      fret === 0 ? 0 : Math.max(1, Math.min(4, fret - position + 1)),
      position,
      fret > position + 3 || (fret > 0 && fret < position),
    ),
  )
}

/** Puts the added tone between its neighbours: on the string of the lower one where the hand reaches it there. */
function withAdded(
  on: ScaleOn,
  places: readonly { readonly string: number; readonly fret: number }[],
  added: number,
  position: number,
) {
  return places.flatMap((place, i) => {
    const next = places[i + 1]
    const [low, high] = [
      midiAt(on.instrument, place.string, place.fret),
      next ? midiAt(on.instrument, next.string, next.fret) : Infinity,
    ]
    const midi = low + ((added - (low % 12) + 12) % 12)
    if (midi === low || midi >= high || (!next && midi - low > 3)) return [place]
    const here = { string: place.string, fret: midi - midiAt(on.instrument, place.string, 0) }
    const there = next && { string: next.string, fret: midi - midiAt(on.instrument, next.string, 0) }
    return here.fret <= position + 3 || !there || there.fret < 1
      ? here.fret <= on.instrument.lastFret && (next || here.fret <= position + 3)
        ? [place, here]
        : [place]
      : [place, there]
  })
}

/** Tones along one string from the position up, three to a placing of the hand. */
export function oneStringTones(on: ScaleOn, string: number): readonly Tone[] {
  const frets: number[] = []
  for (let fret = on.position === 1 ? 0 : on.position; fret <= on.instrument.lastFret; fret++) {
    if (isTone(on, midiAt(on.instrument, string, fret))) frets.push(fret)
  }
  const open = frets[0] === 0 ? [tone(on, string, 0, 0, Math.max(1, frets[1] ?? 1), false)] : []
  const stopped = frets.filter(fret => fret > 0)
  const tones = stopped.map((fret, i) => {
    const group = stopped.slice(i - (i % 3), i - (i % 3) + 3)
    const fingers = group.length === 3 ? cellFingers(group) : [1, Math.min(4, (group[1] ?? 0) - group[0]! + 1)]
    return tone(on, string, fret, fingers[i % 3]!, group[0]!, fret > group[0]! + 3)
  })
  return [...open, ...tones]
}
