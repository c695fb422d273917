import { spanMm } from '../guitar/geometry'
import { comfortMm } from '../hand/hand'
import type { HandRules, Hold } from '../hand/advance-hand'
import { distanceBetween, spanBetween, type Breach, type Distance, type Span } from '../hand/breach'
import type { FingeredEvent } from './finger-line'
import type { Stretch } from './score'

/** What contacts that are down at one time come to. */
export interface Spans {
  /** The furthest that any two fingers are apart while both are down, mm. */
  readonly widestSpanMm: number
  /** The two fingers that are furthest apart; null where no two are down at different frets. */
  readonly widest: Distance | null
  /** Every pair past its limit, and every barre that the hand is not to take; each told once, where it first comes. */
  readonly breaches: readonly Breach[]
  /** Every pair past comfort and within its limit, told once. */
  readonly stretches: readonly Stretch[]
}

/** How far a stretch goes from what is comfortable (0) towards the limit of the hand (1). */
const strainOf = ({ mm, comfortMm, limitMm }: Span) => (mm - comfortMm) / (limitMm - comfortMm)

/**
 * Strains from which a stretch is shown with the figures, and from which its drill asks for care: the project's own
 * measure.
 */
const WORTH_SHOWING = 0.25
const WORTH_CARE = 0.5

/** The stretches that are worth showing, the hardest first: a millimetre past comfort is not worth a word. */
export const notable = (stretches: readonly Stretch[]) =>
  hardestFirst(stretches.filter(stretch => strainOf(stretch) > WORTH_SHOWING))

/** Whether a drill with these stretches wants a warm hand. */
export const wantsCare = (stretches: readonly Stretch[]) => stretches.some(stretch => strainOf(stretch) > WORTH_CARE)

/** Stretches by how far they go past comfort, the furthest first. */
export const hardestFirst = (stretches: readonly Stretch[]) =>
  stretches.toSorted((a, b) => b.mm - b.comfortMm - (a.mm - a.comfortMm))

/** The note for which a finger is down where it is, or the first that sounds while it is. */
function noteOf(events: readonly FingeredEvent[], a: Hold, b: Hold): string {
  const [from, to] = [Math.max(a.from, b.from), Math.min(a.to, b.to)]
  const own = (hold: Hold) =>
    events.find(
      event =>
        event.finger === hold.finger &&
        event.string === hold.string &&
        event.fret === hold.fret &&
        event.at + event.dur > from &&
        event.at < to,
    )
  const later = b.from >= a.from ? [b, a] : [a, b]
  return (
    (own(later[0]!) ?? own(later[1]!) ?? events.find(event => event.at + event.dur > from) ?? events.at(-1))?.noteId ??
    ''
  )
}

/**
 * Measures how far the hand opens: distances along the neck between fingers that are down at the same time in the
 * replayed hand, silent ones included; never between two notes that merely follow each other.
 * @param holds Sorted by landing.
 */
export function measureSpans(
  holds: readonly Hold[],
  events: readonly FingeredEvent[],
  { hand, instrument }: HandRules,
): Spans {
  let widestSpanMm = 0
  let widestPair: readonly [Hold, Hold] | null = null
  const breaches: Breach[] = []
  const stretches: Stretch[] = []
  const told = new Set<string>()
  const down: Hold[] = []
  for (const hold of holds) {
    // Those that have lifted go as they are met: no list is made anew for every hold.
    for (let i = down.length - 1; i >= 0; i--) {
      const other = down[i]!
      if (other.to <= hold.from) {
        down.splice(i, 1)
        continue
      }
      if (other.finger === hold.finger || other.fret === hold.fret) continue
      const mm = spanMm(instrument.scaleLengthMm, instrument.capo, other.fret, hold.fret)
      if (mm > widestSpanMm) [widestSpanMm, widestPair] = [mm, [other, hold]]
      const comfort = comfortMm(hand, other.finger, hold.finger)
      if (mm <= comfort + 1e-9) continue
      const [low, high] = other.finger < hold.finger ? [other, hold] : [hold, other]
      const name = `${low.finger}${high.finger}/${low.fret}/${high.fret}`
      if (told.has(name)) continue
      told.add(name)
      const key = noteOf(events, other, hold)
      const span = spanBetween(low, high, { hand, instrument })
      if (span.mm > span.limitMm + 1e-9) breaches.push({ key, rule: 'reach', ...span })
      else stretches.push({ key, ...span })
    }
    down.push(hold)
  }
  return {
    widestSpanMm,
    widest: widestPair && distanceBetween(...widestPair, instrument),
    breaches: [...breaches, ...(hand.barre ? [] : findBarres(holds, events))],
    stretches,
  }
}

/** A breach for each barre of a hand that is to take none. */
function findBarres(holds: readonly Hold[], events: readonly FingeredEvent[]): readonly Breach[] {
  const barres = new Map<string, Hold[]>()
  for (const hold of holds) {
    if (!hold.barre) continue
    const name = `${hold.finger}/${hold.fret}/${hold.from}`
    barres.set(name, [...(barres.get(name) ?? []), hold])
  }
  const told = new Set<string>()
  return [...barres.values()].flatMap((contacts): Breach[] => {
    const { finger, fret } = contacts[0]!
    const strings = contacts.map(contact => contact.string).sort((a, b) => b - a)
    const name = `${finger}/${fret}/${strings.join()}`
    if (contacts.length < 2 || told.has(name)) return []
    told.add(name)
    return [{ key: noteOf(events, contacts[0]!, contacts[1]!), rule: 'barre', finger, fret, strings }]
  })
}

/** A breach for each finger the student is to spare or must not use, at its first note. */
export function findSparedFingers(events: readonly FingeredEvent[], { hand }: HandRules): readonly Breach[] {
  const rules = [
    ['excluded', hand.excluded],
    ['spared', hand.spared],
  ] as const
  return rules.flatMap(([rule, fingers]) =>
    fingers.flatMap(finger => {
      const first = events.find(event => event.finger === finger)
      return first?.finger ? [{ key: first.noteId, rule, finger: first.finger }] : []
    }),
  )
}
