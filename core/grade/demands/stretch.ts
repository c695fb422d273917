import type { Finger } from '../../guitar/finger'
import { spanMm } from '../../guitar/geometry'
import { spanBetween } from '../../hand/breach'
import { comfortMm, limitMm } from '../../hand/hand'
import type { Hold } from '../../hand/advance-hand'
import type { Onset } from '../reading'
import { GRADE } from '../table'
import type { DemandReader } from './demand'

/** Whether a finger's note, begun before, still sounds at an onset. */
function soundsOn(onsets: readonly Onset[], i: number, { string, fret, from }: Hold): boolean {
  const { at } = onsets[i]!
  for (let k = i - 1; k >= 0 && onsets[k]!.at >= from; k--) {
    const note = onsets[k]!.notes.find(each => each.string === string)
    if (note) return note.fret === fret && note.at + note.dur > at
  }
  return false
}

/** How far the fingers are apart as they land, between what is comfortable (0) and the limit of the hand (1). */
export const stretch: DemandReader = {
  summing: { ...GRADE.stretch.sustained, single: true },
  read({ onsets, hand, instrument }) {
    const { lifted: ofLifted, slow, perSecond } = GRADE.stretch
    const { scaleLengthMm, capo } = instrument
    const strain = (a: Hold, b: Hold) => {
      const comfort = comfortMm(hand, a.finger, b.finger)
      return (spanMm(scaleLengthMm, capo, a.fret, b.fret) - comfort) / (limitMm(hand, a.finger, b.finger) - comfort)
    }
    const worst: (readonly [Hold, Hold, boolean] | null)[] = []
    const byOnset = onsets.map(({ landed, staying, givenUp, runDown, rate }, i) => {
      let most = 0
      let pair: readonly [Hold, Hold, boolean] | null = null
      const meet = (a: Hold, b: Hold, goes = false) => {
        if (a.finger === b.finger || a.fret === b.fret) return
        const own = strain(a, b)
        // A hand that has to let go is at its limit at least.
        const counts = goes && own > 1 ? Math.max(1, ofLifted * own) : own
        if (counts > most) [most, pair] = [counts, [a, b, goes]]
      }
      // What is merely left on another string may go: it is counted where it is kept, or where it sounds on.
      for (const [k, landing] of landed.entries()) {
        for (const hold of landed.slice(k + 1)) meet(landing, hold)
        for (const hold of staying)
          if (hold.anchor || hold.string === landing.string || soundsOn(onsets, i, hold)) meet(landing, hold)
        for (const note of runDown)
          if (note.string === landing.string)
            meet(landing, { ...landing, finger: note.finger as Finger, fret: note.fret })
        for (const hold of givenUp) if (hold.string === landing.string) meet(landing, hold, true)
      }
      worst.push(pair)
      return most * (slow + ((1 - slow) * rate) / perSecond)
    })
    return {
      byOnset,
      cause: i => {
        const [a, b, lifted] = worst[i]!
        return { part: 'stretch', lifted, ...spanBetween(a, b, { hand, instrument }) }
      },
    }
  },
}
