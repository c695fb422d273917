import { GRADE } from '../table'
import { stringsBetween } from './crossings'
import type { DemandReader } from './demand'

/** Where both hands act at once: a plucked note and a finger that lands or lifts for it. A tap is both in one. */
export const coordination: DemandReader = {
  read({ onsets }) {
    const { perSecond, sameString } = GRADE.coordination
    const taps = onsets.map(({ notes }) => notes.some(note => note.via === 'tap'))
    const crosses = onsets.map(({ notes }, i) => i > 0 && stringsBetween(onsets[i - 1]!.notes, notes) > 0)
    return {
      byOnset: onsets.map(({ notes, rate, acts }, i) => {
        if (taps[i]) return rate / perSecond
        if (!acts || notes.every(note => note.pluck === null)) return 0
        return (rate / perSecond) * (crosses[i] ? 1 : sameString)
      }),
      cause: i => ({ part: 'coordination', perSecond: onsets[i]!.rate, crosses: crosses[i]!, taps: taps[i]! }),
    }
  },
}
