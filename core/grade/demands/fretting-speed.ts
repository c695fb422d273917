import { GRADE } from '../table'
import type { Onset } from '../reading'
import type { DemandReader } from './demand'

/** How fast the fretting fingers follow each other: landings, and lifts on a string that sounds. */
export const frettingSpeed: DemandReader = {
  read({ onsets, score }) {
    const { perSecond, toLower, placedAhead: ahead, fingersUsed } = GRADE.frettingSpeed
    const used = new Set(score.holds.map(hold => hold.finger)).size
    const spread = 1 + (fingersUsed * Math.max(0, used - 1)) / 3
    const rates: number[] = []
    let since = 0
    let before: Onset['acting'] = null
    const byOnset = onsets.map((onset, i) => {
      since += onset.gapMs
      if (!onset.acts) {
        rates.push(0)
        return 0
      }
      const rate = 1000 / (i === 0 ? onset.gapMs : since)
      rates.push(rate)
      since = 0
      const { acting } = onset
      const lower = acting && before && acting.string === before.string && acting.finger < before.finger
      before = acting ?? before
      return (rate / perSecond) * (lower ? toLower : 1) * (1 + ahead * onset.runDown.length) * spread
    })
    return {
      byOnset,
      cause: i => ({ part: 'fretting speed', perSecond: rates[i]!, fingers: used, ahead: onsets[i]!.runDown.length }),
    }
  },
}
