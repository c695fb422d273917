import type { Instrument } from '../guitar/instrument'
import type { Tick } from '../line/ticks'
import type { High, Note } from './score'

/**
 * Finds what lies past the fret where the neck meets the body. Within a bar it is a visit, for which the thumb stays as
 * far as it can; a bar or more, or over half of a drill's fretted notes, is a stay, with the thumb at the heel (common
 * practice; bar and half are the project's own measure).
 * @param barTicks Length of a bar.
 */
export function findHigh(notes: readonly Note[], { bodyFret, capo }: Instrument, barTicks: Tick): readonly High[] {
  const found: { from: Tick; to: Tick }[] = []
  let open: { from: Tick; to: Tick } | null = null
  let past = 0
  let fretted = 0
  for (const note of notes) {
    // Tapped notes are the other hand's, open strings leave the hand where it is.
    if (note.finger === null || note.finger === 0) continue
    fretted++
    if (note.fret + capo > bodyFret) {
      past++
      if (open) open.to = Math.max(open.to, note.at + note.dur)
      else found.push((open = { from: note.at, to: note.at + note.dur }))
    } else open = null
  }
  return found.map(({ from, to }) => ({ from, to, stays: to - from >= barTicks || past > fretted / 2 }))
}
