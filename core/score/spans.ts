import { romanPosition, spanMm } from '../fretboard/geometry'
import { comfortMm, limitMm, type Finger } from '../hand/hand'
import type { Breach, HandRules } from '../hand/step'
import type { FingeredEvent } from './finger-line'

/** Fretted notes played without moving the hand: the highest and lowest fret of each finger pair matter. */
interface Placing { readonly position: number, readonly firstByPlace: Map<string, FingeredEvent> }

function placings(events: readonly FingeredEvent[]): readonly Placing[] {
  const all: Placing[] = []
  for (const event of events) {
    if (event.finger === 0 || event.finger === null) continue
    let placing = all.at(-1)
    if (placing?.position !== event.position) {
      placing = { position: event.position, firstByPlace: new Map() }
      all.push(placing)
    }
    const place = `${event.finger}/${event.fret}`
    if (!placing!.firstByPlace.has(place)) placing!.firstByPlace.set(place, event)
  }
  return all
}

const figure = (mm: number) => mm.toFixed(1)

/**
 * Measures how far the hand opens: the widest span in mm within one placing of the hand, and a breach for the widest
 * excess of each placing that goes past comfort (`stretch`) or past the limit (`reach`).
 */
export function measureSpans(events: readonly FingeredEvent[], { hand, instrument }: HandRules): { readonly widestSpanMm: number, readonly breaches: readonly Breach[] } {
  let widestSpanMm = 0
  const breaches: Breach[] = []
  const told = new Set<string>()
  for (const placing of placings(events)) {
    const touched = [...placing.firstByPlace.values()]
    let worst: { excess: number, breach: Breach } | null = null
    for (const [i, a] of touched.entries()) {
      for (const b of touched.slice(i + 1)) {
        if (a.finger === b.finger) continue
        const span = spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret)
        widestSpanMm = Math.max(widestSpanMm, span)
        const [low, high] = [a, b].sort((x, y) => Number(x.finger) - Number(y.finger)) as [FingeredEvent, FingeredEvent]
        const comfort = comfortMm(hand, low.finger as Finger, high.finger as Finger)
        const excess = span - comfort
        if (excess <= 1e-9 || (worst && worst.excess >= excess)) continue
        const limit = limitMm(hand, low.finger as Finger, high.finger as Finger)
        const over = span > limit
        worst = {
          excess,
          breach: {
            key: b.key,
            rule: over ? 'reach' : 'stretch',
            message: `fingers ${low.finger}–${high.finger} over frets ${low.fret}–${high.fret} in ${romanPosition(placing.position)}: ${figure(span)} mm, ${over ? `limit ${figure(limit)}` : `comfortable ${figure(comfort)}`} mm`,
          },
        }
      }
    }
    if (worst && !told.has(worst.breach.message)) {
      told.add(worst.breach.message)
      breaches.push(worst.breach)
    }
  }
  return { widestSpanMm, breaches }
}

/** A breach for each finger the student is to spare or must not use, at its first note. */
export function findSparedFingers(events: readonly FingeredEvent[], { hand }: HandRules): readonly Breach[] {
  const rules = [['excluded', hand.excluded, 'is excluded for this student'], ['spared', hand.spared, 'is to be spared for this student']] as const
  return rules.flatMap(([rule, fingers, words]) => fingers.flatMap((finger) => {
    const first = events.find(event => event.finger === finger)
    return first ? [{ key: first.key, rule, message: `finger ${finger} ${words}` }] : []
  }))
}
