import { beatTicks } from '../../line/meter'
import type { Stroke } from '../../line/line'
import type { Note } from '../../score/score'
import type { PluckingExtra } from '../cause'
import { GRADE } from '../table'
import type { Onset, Reading } from '../reading'
import type { DemandReader } from './demand'

const isPick = (stroke: Stroke): stroke is 'D' | 'U' => stroke === 'D' || stroke === 'U'

/** What a plucked onset asks for beyond one stroke: added up, and named. */
interface Extras {
  sum: number
  readonly names: PluckingExtra[]
}

/** What the plucking hand has done so far. */
interface Past {
  before: readonly Note[]
  lastString: Map<Stroke, number>
  strokes: Stroke[]
}

/** A pick on its own string: how it comes from the string before. */
function pickExtras(
  now: Note,
  before: Note | undefined,
  onBeat: boolean,
  add: (name: PluckingExtra, by: number) => void,
) {
  const { outside, inside, upOnBeat, skipped, acrossStrings } = GRADE.plucking
  if (onBeat && now.pluck === 'U') add('up-on-beat', upOnBeat)
  if (!before || before.string === now.string) return
  const toThinner = now.string < before.string
  const same = before.pluck === now.pluck
  if (same && Math.abs(now.string - before.string) === 1 && (now.pluck === 'D') === toThinner)
    return add('across', acrossStrings)
  if (Math.abs(now.string - before.string) > 1) add('skipped', skipped)
  if (same) return
  if ((before.pluck === 'D') === toThinner) add('outside', outside)
  else add('inside', inside)
}

/** Fingers, one or several: who plays, who moves, how many there are. */
function fingerExtras(plucked: readonly Note[], past: Past, add: (name: PluckingExtra, by: number) => void) {
  const { together, eachMore, distinct, distinctWithin, ringOrLittle, thumbMoves, skipped, acrossStrings } =
    GRADE.plucking
  const fingers = [...new Set(plucked.map(note => note.pluck!))]
  if (fingers.length > 1) add('together', together + eachMore * (fingers.length - 2))
  const recent = new Set([...past.strokes.slice(-distinctWithin), ...fingers].filter(stroke => !isPick(stroke)))
  if (recent.size > 1) add('distinct', distinct * (recent.size - 1))
  if (fingers.some(stroke => stroke === 'a' || stroke === 'c')) add('distinct', ringOrLittle)
  for (const { pluck, string, via } of plucked) {
    const last = past.lastString.get(pluck!)
    if (last === undefined || last === string) continue
    if (pluck === 'p') add('thumb-moves', thumbMoves)
    else if (via === 'rake') add('across', acrossStrings)
    else if (Math.abs(last - string) > 1) add('skipped', skipped)
  }
}

/** The same stroke once more, at speed: where it is not drawn on over the next string. */
function againExtra({ gapMs }: Onset, plucked: readonly Note[], past: Past, across: boolean): number {
  const { weight, ms, free, thumb } = GRADE.plucking.again
  const again = plucked.filter(note => past.before.some(each => each.pluck === note.pluck))
  if (across || again.length === 0) return 0
  const share = weight * Math.min(1, Math.max(0, ms / gapMs - free))
  return again.every(note => note.pluck === 'p') ? thumb * share : share
}

function demandsOf({ onsets, score }: Reading) {
  const { perSecond, realigns, realignsAfter, slow, tap } = GRADE.plucking
  const beat = beatTicks(score.meter)
  const unaligned = (score.report.realignAfter ?? 0) > realignsAfter
  const tapping = new Set(score.notes.filter(note => note.via === 'tap').map(note => note.pluck)).size
  const past: Past = { before: [], lastString: new Map(), strokes: [] }
  const extras: (readonly PluckingExtra[])[] = []
  const byOnset = onsets.map(onset => {
    const { at, notes, rate } = onset
    if (notes.some(note => note.via === 'tap')) {
      extras.push([])
      return (tap.base + tap.eachMore * (tapping - 1)) * (tap.slow + rate / perSecond)
    }
    const plucked = notes.filter(note => note.pluck !== null)
    if (plucked.length === 0) {
      extras.push([])
      return 0
    }
    const own: Extras = { sum: 0, names: [] }
    const add = (name: PluckingExtra, by: number) => {
      own.sum += by
      if (!own.names.includes(name)) own.names.push(name)
    }
    const picks = plucked.filter(note => isPick(note.pluck!))
    if (picks.length === 1)
      pickExtras(
        picks[0]!,
        past.before.find(note => isPick(note.pluck!)),
        at % beat === 0,
        add,
      )
    if (picks.length < plucked.length) fingerExtras(plucked, past, add)
    if (unaligned) add('realigns', realigns)
    const again = againExtra(onset, plucked, past, own.names.includes('across'))
    if (again > 0) own.names.push('again')
    for (const note of plucked) {
      past.lastString.set(note.pluck!, note.string)
      past.strokes.push(note.pluck!)
    }
    past.before = plucked
    extras.push(own.names)
    return (rate / perSecond) * (1 + again + own.sum) + slow * own.sum
  })
  return { byOnset, extras, tapping }
}

/** What sounds the strings: how fast, from which string to which, with which fingers. */
export const plucking: DemandReader = {
  read(reading) {
    const { byOnset, extras, tapping } = demandsOf(reading)
    return {
      byOnset,
      cause: i => {
        const { notes, rate } = reading.onsets[i]!
        return notes.some(note => note.via === 'tap')
          ? { part: 'plucking hand', perSecond: rate, taps: tapping }
          : { part: 'plucking hand', perSecond: rate, extras: extras[i]! }
      },
    }
  },
}
