import { fretDistanceMm } from '../guitar/geometry'
import { stringOffsetMm, type Instrument } from '../guitar/instrument'
import type { ChordShape, ChordString } from '../chords/chord'
import type { Finger } from '../guitar/finger'
import type { Tick } from '../line/ticks'
import type { Score } from '../score/score'
import type { PlacedChord } from './sequence'

/** A finger on its place in a chord; a barre is one contact, on its thickest string. */
export interface ChangeContact {
  readonly finger: Finger
  readonly string: number
  readonly fret: number
  readonly strings: readonly number[]
}

/** What one finger does from one chord to the next. */
export interface FingerMove {
  readonly finger: Finger
  /** Stays, slides along its string, moves through the air, lifts, or comes down anew. */
  readonly kind: 'pivot' | 'guide' | 'moves' | 'lifts' | 'lands'
  readonly from: ChangeContact | null
  readonly to: ChangeContact | null
  /** How far it travels over the neck, mm; 0 for a finger that only lifts or lands. */
  readonly mm: number
}

/** Where one finger lies across the neck: all strings, or some of them. */
export type Barre = 'full' | 'half' | null

/** A change from one chord to another. */
export interface ChordChange {
  readonly from: string
  readonly to: string
  readonly moves: readonly FingerMove[]
  /** Sum over all fingers that travel, mm. */
  readonly travelMm: number
  /**
   * Fingers in the order they go down: as the pattern needs them; together, the bass first and then towards the thin
   * strings.
   */
  readonly placement: readonly Finger[]
  readonly barre: Barre
}

/**
 * A finger that reaches over at least five strings is a full barre, over two to four a half barre (common practice).
 */
const FULL_BARRE = 5

/** A chord's fingers, each once: a barre is one contact. */
export function contactsOf({ contacts }: ChordShape): readonly ChangeContact[] {
  return ([1, 2, 3, 4] as const).flatMap(finger => {
    const own = contacts.filter(contact => contact.finger === finger).sort((a, b) => b.string - a.string)
    return own.length === 0
      ? []
      : [{ finger, string: own[0]!.string, fret: own[0]!.fret, strings: own.map(contact => contact.string) }]
  })
}

/** How far a finger goes over the neck: along the strings and across them, mm. */
export function travelMm(
  from: Pick<ChordString, 'string' | 'fret'>,
  to: Pick<ChordString, 'string' | 'fret'>,
  instrument: Instrument,
): number {
  const along = ({ fret }: { readonly fret: number }) =>
    fretDistanceMm(instrument.scaleLengthMm, fret + instrument.capo)
  const across = (place: Pick<ChordString, 'string' | 'fret'>) => stringOffsetMm(instrument, place.string, along(place))
  return Math.hypot(along(to) - along(from), across(to) - across(from))
}

function moveOf(
  finger: Finger,
  from: ChangeContact | null,
  to: ChangeContact | null,
  instrument: Instrument,
): FingerMove | null {
  if (!from && !to) return null
  if (!from || !to) return { finger, kind: from ? 'lifts' : 'lands', from, to, mm: 0 }
  if (from.fret === to.fret && from.strings.some(string => to.strings.includes(string)))
    return { finger, kind: 'pivot', from, to, mm: 0 }
  return { finger, kind: from.string === to.string ? 'guide' : 'moves', from, to, mm: travelMm(from, to, instrument) }
}

/** Which barre a finger over so many strings lies, from the first to the last. */
export const barreOver = (strings: number): Barre => (strings < 2 ? null : strings >= FULL_BARRE ? 'full' : 'half')

/** Whether a chord needs a barre, and which. */
export function barreOf(shape: ChordShape): Barre {
  const reaches = contactsOf(shape)
    .filter(contact => contact.strings.length > 1)
    .map(({ strings }) => Math.max(...strings) - Math.min(...strings) + 1)
  return barreOver(Math.max(0, ...reaches))
}

/**
 * The change from one chord to another, finger by finger: pivots stay, guides slide along their string, the others
 * move, lift or land; how far they travel, and in which order they go down.
 * @param instrument Frets and string spacing in mm; the capo is counted in.
 * @param soundsAt When a string first sounds after the change, in ticks; all together when left out.
 */
export function chordChange(
  from: ChordShape,
  to: ChordShape,
  instrument: Instrument,
  soundsAt: (string: number) => Tick = () => 0,
): ChordChange {
  const neededAt = (contact: ChangeContact) => Math.min(...contact.strings.map(soundsAt))
  const [before, after] = [contactsOf(from), contactsOf(to)]
  const at = (contacts: readonly ChangeContact[], finger: Finger) =>
    contacts.find(contact => contact.finger === finger) ?? null
  const moves = ([1, 2, 3, 4] as const).flatMap(finger => {
    const move = moveOf(finger, at(before, finger), at(after, finger), instrument)
    return move ? [move] : []
  })
  return {
    from: from.name,
    to: to.name,
    moves,
    travelMm: moves.reduce((sum, move) => sum + move.mm, 0),
    placement: [...after]
      .sort((a, b) => neededAt(a) - neededAt(b) || b.string - a.string)
      .map(contact => contact.finger)
      .filter(finger => !moves.some(move => move.finger === finger && move.kind === 'pivot')),
    barre: barreOf(to),
  }
}

/** A chord with the fingers a score really has on it, where they differ from the shape's own. */
export function fingersAt({ holds }: Score, at: Tick, shape: ChordShape): ChordShape {
  const contacts = shape.contacts.map(contact => {
    const hold = holds.find(
      each => each.from <= at && at < each.to && each.string === contact.string && each.fret === contact.fret,
    )
    return hold ? { ...contact, finger: hold.finger } : contact
  })
  return { ...shape, contacts }
}

/** A change with the chords on both sides of it, as they are played. */
export interface PlayedChange extends ChordChange {
  readonly before: ChordShape
  readonly after: ChordShape
}

/** Every change of a score's chords in turn, with the fingers it has on them and in the order its strings sound. */
export function chordChanges(
  score: Score,
  chords: readonly PlacedChord[],
  instrument: Instrument,
): readonly PlayedChange[] {
  const shapes = chords.map(({ at, shape }) => fingersAt(score, at, shape))
  return shapes.slice(1).map((after, i) => {
    const { at } = chords[i + 1]!
    const soundsAt = (string: number) =>
      score.notes.find(note => note.at >= at && note.string === string)?.at ?? Infinity
    const before = shapes[i]!
    return { ...chordChange(before, after, instrument, soundsAt), before, after }
  })
}
