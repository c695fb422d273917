import { spanMm } from '../../guitar/geometry'
import { GRADE } from '../table'
import type { DemandReader } from './demand'

/** How far the hand goes along the neck, and how little time it has from onset to onset. */
export const shifts: DemandReader = {
  summing: { ...GRADE.shifts.sustained, single: true },
  read({ onsets, score, instrument: { scaleLengthMm, capo } }) {
    const { freeMm, mmPerMs } = GRADE.shifts
    const byTick = new Map(score.shifts.map(shift => [shift.at, shift]))
    const wayAt = (onset: number) => {
      const shift = byTick.get(onsets[onset]!.at)!
      return { from: shift.from, to: shift.to, mm: spanMm(scaleLengthMm, capo, shift.from, shift.to) }
    }
    return {
      byOnset: onsets.map(({ at, gapMs }, i) => (byTick.has(at) ? (wayAt(i).mm + freeMm) / gapMs / mmPerMs : 0)),
      cause: i => ({ part: 'shifts', ...wayAt(i), ms: onsets[i]!.gapMs }),
    }
  },
}
