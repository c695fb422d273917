import type { Tick } from '../line/ticks'
import { FINGERS } from '../guitar/finger'
import type { Hold } from '../hand/advance-hand'
import type { Note, Muting, MutedBy } from './score'

/** What keeps it quiet, and where that is one of the fretting hand, with which finger. */
type Means = Pick<Muting, 'how' | 'finger'>

const meansOf = (how: MutedBy) => FINGERS.map((finger): Means => ({ how, finger }))
// Every note has some for every other string: they are made once.
const TIP = meansOf('tip')
const UNDERSIDE = meansOf('underside')
const EASING = meansOf('easing')
const HAND: Means = { how: 'hand' }
const FREE_FINGERS: Means = { how: 'fingers' }
const NOTHING: Means = { how: 'nothing' }

/** What is known of a drill that its quiet strings follow from. */
export interface MutingContext {
  readonly holds: readonly Hold[]
  readonly stringCount: number
  /** Strings of the chords held, open ones included, and from when to when: they may ring. */
  readonly chords: readonly { readonly from: Tick; readonly to: Tick; readonly strings: readonly number[] }[]
}

/**
 * What keeps a string quiet that a pick goes across within one stroke: only the fretting hand can. A finger leans on it
 * from the next thicker string or from a barre, or touches it with its tip from the next thinner one.
 */
function withinStroke(string: number, down: readonly Hold[]): Means {
  const barre = down.find(
    hold =>
      hold.barre && hold.string > string && down.some(other => other.finger === hold.finger && other.string < string),
  )
  const thicker = barre ?? down.find(hold => hold.string === string + 1)
  if (thicker) return UNDERSIDE[thicker.finger - 1]!
  const thinner = down.find(hold => hold.string === string - 1)
  return thinner ? TIP[thinner.finger - 1]! : NOTHING
}

/** How one onset is sounded and held, for the question of what keeps the other strings quiet. */
interface Onset {
  /** Strings that sound, one bit each. */
  readonly strings: number
  readonly lowest: number
  readonly highest: number
  readonly picked: boolean
  /** Fingers of the plucking hand are left over to touch strings. */
  readonly idle: boolean
  readonly plucked: boolean
  readonly down: readonly Hold[]
  /** By string: the finger at the highest fret that is down on it. */
  readonly stops: readonly (Hold | undefined)[]
  /** Strings finger 1 is down on, one bit each, and the thickest of them. */
  readonly index: number
  readonly thickestIndex: number
}

function onsetOf(group: readonly Note[], down: readonly Hold[]): Onset {
  let strings = 0
  let lowest = Infinity
  let highest = 0
  let picked = false
  let plucks = ''
  for (const { string, pluck } of group) {
    strings |= 1 << string
    lowest = Math.min(lowest, string)
    highest = Math.max(highest, string)
    if (pluck === 'D' || pluck === 'U') picked = true
    else if (pluck && !plucks.includes(pluck)) plucks += pluck
  }
  const stops: (Hold | undefined)[] = []
  let index = 0
  let thickestIndex = 0
  for (const hold of down) {
    if (!stops[hold.string] || stops[hold.string]!.fret < hold.fret) stops[hold.string] = hold
    if (hold.finger !== 1) continue
    index |= 1 << hold.string
    thickestIndex = Math.max(thickestIndex, hold.string)
  }
  // With three fingers plucking at once none is left over.
  const busy = plucks.length - (plucks.includes('p') ? 1 : 0)
  return {
    strings,
    lowest,
    highest,
    picked,
    idle: !picked && busy < 3,
    plucked: picked || plucks !== '',
    down,
    stops,
    index,
    thickestIndex,
  }
}

/**
 * What keeps a string quiet on which nothing sounds. A touch on the nut side of a stopped fret damps nothing, so a
 * string with a finger still down on it is quiet by that finger easing off, by the palm (pick, thicker strings) or by
 * free fingers.
 */
function mutedBy(string: number, note: Note, onset: Onset): Means {
  const { picked, idle, stops } = onset
  const stop = stops[string]
  if (picked && string > onset.lowest && string < onset.highest)
    return stop ? EASING[stop.finger - 1]! : withinStroke(string, onset.down)
  if (stop)
    return picked && string > note.string ? HAND : idle && onset.plucked ? FREE_FINGERS : EASING[stop.finger - 1]!
  if (string > note.string) return string === note.string + 1 && onset.index & (1 << note.string) ? TIP[0]! : HAND
  if (onset.thickestIndex >= note.string) return UNDERSIDE[0]!
  return idle || picked ? FREE_FINGERS : HAND
}

/**
 * Tells for every note what keeps the other strings quiet: the next thicker string the tip of finger 1 when it is down
 * on the sounding string, other thicker ones the plucking hand; thinner ones the underside of finger 1 when it is down
 * there or on a thicker string, else the plucking hand's free fingers. A string whose note still sounds, and one of the
 * chord that is held, is left to ring. Common practice.
 * @param notes In time order.
 */
export function mutingsOf(notes: readonly Note[], { holds, stringCount, chords }: MutingContext): readonly Muting[] {
  const quiet: Muting[] = []
  const ringsUntil: number[] = []
  let down: Hold[] = []
  let nextHold = 0
  for (let i = 0; i < notes.length;) {
    const { at } = notes[i]!
    let end = i + 1
    while (end < notes.length && notes[end]!.at === at) end++
    const group = notes.slice(i, end)
    i = end
    if (down.some(hold => hold.to <= at)) down = down.filter(hold => hold.to > at)
    for (; nextHold < holds.length && holds[nextHold]!.from <= at; nextHold++)
      if (holds[nextHold]!.to > at) down.push(holds[nextHold]!)
    const onset = onsetOf(group, down)
    let ringing = onset.strings
    for (const chord of chords)
      if (chord.from <= at && at < chord.to) for (const string of chord.strings) ringing |= 1 << string
    for (const note of group) {
      for (let string = stringCount; string >= 1; string--) {
        if (ringing & (1 << string) || (ringsUntil[string] ?? 0) > at) continue
        const { how, finger } = mutedBy(string, note, onset)
        quiet.push(finger === undefined ? { key: note.key, string, how } : { key: note.key, string, how, finger })
      }
    }
    // A new note on its string ends the one before.
    for (const note of group) ringsUntil[note.string] = at + note.dur
  }
  return quiet
}

/**
 * Strings that sound along against the music because no finger is beside them: each with the first note it happens at.
 */
export function unmuted(quiet: readonly Muting[]): readonly Muting[] {
  const found = new Map<number, Muting>()
  for (const each of quiet) if (each.how === 'nothing' && !found.has(each.string)) found.set(each.string, each)
  return [...found.values()]
}
