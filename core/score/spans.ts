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
  let widest: readonly [Hold, Hold] | null = null
  let widestSpanMm = 0
  const breaches: Breach[] = []
  const stretches: Stretch[] = []
  const told = new Set<string>()
  eachPairDown(holds, (other, hold) => {
    const mm = spanMm(instrument.scaleLengthMm, instrument.capo, other.fret, hold.fret)
    if (mm > widestSpanMm) [widestSpanMm, widest] = [mm, [other, hold]]
    const comfort = comfortMm(hand, other.finger, hold.finger)
    if (mm <= comfort + 1e-9) return
    const name = pairName(other, hold)
    if (told.has(name)) return
    told.add(name)
    const key = noteOf(events, other, hold)
    const span = spanBetween(other, hold, { hand, instrument })
    if (span.mm > span.limitMm + 1e-9) breaches.push({ key, rule: 'reach', ...span })
    else stretches.push({ key, ...span })
  })
  return {
    widestSpanMm,
    widest: widest && distanceBetween(...(widest as [Hold, Hold]), instrument),
    breaches: [...breaches, ...(hand.barre ? [] : findBarres(holds, events))],
    stretches,
  }
}

/** Calls with every two fingers that are down at the same time at different frets; the later one stands second. */
function eachPairDown(holds: readonly Hold[], meet: (other: Hold, hold: Hold) => void): void {
  const down: Hold[] = []
  for (const hold of holds) {
    // Those that have lifted go as they are met: no list is made anew for every hold.
    for (let i = down.length - 1; i >= 0; i--) {
      const other = down[i]!
      if (other.to <= hold.from) down.splice(i, 1)
      else if (other.finger !== hold.finger && other.fret !== hold.fret) meet(other, hold)
    }
    down.push(hold)
  }
}

function pairName(a: Hold, b: Hold): string {
  const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
  return `${low.finger}${high.finger}/${low.fret}/${high.fret}`
}

/**
 * The lowest position to which a drill can be moved as a whole with each two fingers that are down together within the
 * comfort of *that* pair.
 * @param holds Sorted by landing, as played in `position`.
 * @returns Null where no two fingers are apart, or where it is comfortable nowhere on the neck.
 */
export function comfortableFrom(
  holds: readonly Hold[],
  position: number,
  { hand, instrument }: Pick<HandRules, 'hand' | 'instrument'>,
): number | null {
  const pairs = new Map<string, readonly [Hold, Hold]>()
  eachPairDown(holds, (other, hold) => pairs.set(pairName(other, hold), [other, hold]))
  if (pairs.size === 0) return null
  const highest = Math.max(...holds.map(hold => hold.fret))
  for (let to = 1; highest + to - position <= instrument.lastFret; to++) {
    const moved = to - position
    const isComfortable = [...pairs.values()].every(
      ([a, b]) =>
        Math.min(a.fret, b.fret) + moved > 0 &&
        spanMm(instrument.scaleLengthMm, instrument.capo, a.fret + moved, b.fret + moved) <=
          comfortMm(hand, a.finger, b.finger) + 1e-9,
    )
    if (isComfortable) return to
  }
  return null
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
