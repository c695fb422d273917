import type { FingerOrOpen } from '../../guitar/finger'
import { GRADE } from '../table'
import type { DemandReader } from './demand'

interface Slurred {
  readonly via: 'hammer' | 'pull' | 'slide'
  readonly finger: FingerOrOpen
  readonly inRow: number
}

/** Notes the fretting hand sounds: by which finger, how many running, how fast. */
export const slurs: DemandReader = {
  summing: GRADE.slurs.sustained,
  read({ onsets }) {
    const { hammer, pull, slide, inRow: each, rowAtMost, slow, perSecond } = GRADE.slurs
    const lastFinger = new Map<number, FingerOrOpen>()
    const found: (Slurred | null)[] = []
    let row = 0
    const byOnset = onsets.map(({ notes, rate }) => {
      let slurred: Slurred | null = null
      let most = 0
      for (const { via, string, finger } of notes) {
        if (via !== 'hammer' && via !== 'pull' && via !== 'slide') continue
        const by = via === 'pull' ? (lastFinger.get(string) ?? 0) : (finger ?? 0)
        const own = via === 'hammer' ? hammer[by] : via === 'pull' ? pull[by] : slide
        if (own > most) [most, slurred] = [own, { via, finger: by, inRow: row + 1 }]
      }
      for (const { string, finger } of notes) lastFinger.set(string, finger ?? 0)
      found.push(slurred)
      if (!slurred) {
        row = 0
        return 0
      }
      const place = Math.min(rowAtMost, 1 + each * row)
      row++
      return most * place * (slow + ((1 - slow) * rate) / perSecond)
    })
    return { byOnset, cause: i => ({ part: 'slurs', ...found[i]!, perSecond: onsets[i]!.rate }) }
  },
}
