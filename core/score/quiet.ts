import type { Tick } from '../line/ticks'
import type { Finger } from '../hand/hand'
import type { Hold } from '../hand/step'
import type { Note, Quiet, Quieter } from './score'

/** What keeps a string quiet, in words, for the fretting finger that does it where one does. */
const WORDS = {
  tip: finger => `the tip of finger ${finger}`,
  underside: finger => `the underside of finger ${finger}`,
  easing: finger => `the easing pressure of finger ${finger}`,
  hand: () => 'the plucking hand',
  fingers: () => 'the plucking hand\'s free fingers',
  nothing: () => 'nothing: no finger is beside it',
} as const satisfies Record<Quieter, (finger: Finger | undefined) => string>

/** What keeps it quiet and, where that is one of the fretting hand, with which finger. */
interface Means { readonly how: Quieter, readonly finger?: Finger }

const by = (how: Quieter, finger?: Finger): Means => (finger === undefined ? { how } : { how, finger })

/** What is known of a drill that its quiet strings follow from. */
export interface QuietContext {
  readonly holds: readonly Hold[]
  readonly stringCount: number
  /** Strings of the chords held, open ones included, and from when to when: they may ring. */
  readonly chords: readonly { readonly from: Tick, readonly to: Tick, readonly strings: readonly number[] }[]
}

/** The finger that stops a string: of those down on it the one at the highest fret. */
const stopOn = (string: number, down: readonly Hold[]) => down.filter(hold => hold.string === string).reduce<Hold | null>((top, hold) => (!top || hold.fret > top.fret ? hold : top), null)

/**
 * What keeps a string quiet that a pick goes across within one stroke: only the fretting hand can. A finger leans on it
 * from the next thicker string or from a barre, or touches it with its tip from the next thinner one.
 */
function withinStroke(string: number, down: readonly Hold[]): Means {
  const barre = down.find(hold => hold.barre && hold.string > string && down.some(other => other.finger === hold.finger && other.string < string))
  const thicker = barre ?? down.find(hold => hold.string === string + 1)
  if (thicker) return by('underside', thicker.finger)
  const thinner = down.find(hold => hold.string === string - 1)
  return thinner ? by('tip', thinner.finger) : by('nothing')
}

/** How one onset is sounded, for the question of what is left to keep the other strings quiet. */
interface Onset { readonly at: Tick, readonly strings: ReadonlySet<number>, readonly plucks: ReadonlySet<string> }

/**
 * What keeps a string quiet on which nothing sounds. A touch on the nut side of a stopped fret damps nothing, so a string
 * with a finger still down on it is quiet by that finger easing off, by the palm (pick, thicker strings) or by free fingers.
 */
function quieter(string: number, note: Note, onset: Onset, down: readonly Hold[]): Means {
  const picked = onset.plucks.has('D') || onset.plucks.has('U')
  const [lowest, highest] = [Math.min(...onset.strings), Math.max(...onset.strings)]
  const stop = stopOn(string, down)
  if (picked && string > lowest && string < highest) return stop ? by('easing', stop.finger) : withinStroke(string, down)
  // With three fingers plucking at once none is left over.
  const idle = !picked && [...onset.plucks].filter(finger => 'imac'.includes(finger)).length < 3
  if (stop) return picked && string > note.string ? by('hand') : idle && onset.plucks.size > 0 ? by('fingers') : by('easing', stop.finger)
  const index = down.filter(hold => hold.finger === 1)
  if (string > note.string) return string === note.string + 1 && index.some(hold => hold.string === note.string) ? by('tip', 1) : by('hand')
  if (index.some(hold => hold.string >= note.string)) return by('underside', 1)
  return idle || picked ? by('fingers') : by('hand')
}

/**
 * Tells for every note what keeps the other strings quiet: the next thicker string the tip of finger 1 when it is down
 * on the sounding string, other thicker ones the plucking hand; thinner ones the underside of finger 1 when it is down
 * there or on a thicker string, else the plucking hand's free fingers. A string whose note still sounds, and one of the
 * chord that is held, is left to ring. Common practice.
 * @param notes In time order.
 */
export function quietStrings(notes: readonly Note[], { holds, stringCount, chords }: QuietContext): readonly Quiet[] {
  const quiet: Quiet[] = []
  const ringsUntil: number[] = []
  let down: Hold[] = []
  let nextHold = 0
  for (let i = 0; i < notes.length;) {
    const { at } = notes[i]!
    let end = i + 1
    while (end < notes.length && notes[end]!.at === at) end++
    const group = notes.slice(i, end)
    i = end
    down = down.filter(hold => hold.to > at)
    for (; nextHold < holds.length && holds[nextHold]!.from <= at; nextHold++) if (holds[nextHold]!.to > at) down.push(holds[nextHold]!)
    const onset: Onset = { at, strings: new Set(group.map(note => note.string)), plucks: new Set(group.flatMap(note => note.pluck ?? [])) }
    const ringing = new Set(chords.flatMap(chord => (chord.from <= at && at < chord.to ? chord.strings : [])))
    for (const note of group) {
      for (let string = stringCount; string >= 1; string--) {
        if (onset.strings.has(string) || ringing.has(string) || (ringsUntil[string] ?? 0) > at) continue
        const means = quieter(string, note, onset, down)
        quiet.push({ key: note.key, string, by: WORDS[means.how](means.finger), ...means })
      }
    }
    // A new note on its string ends the one before.
    for (const note of group) ringsUntil[note.string] = at + note.dur
  }
  return quiet
}

/** Strings that sound along against the music because no finger is beside them: each with the first note it happens at. */
export function unquieted(quiet: readonly Quiet[]): readonly Quiet[] {
  const found = new Map<number, Quiet>()
  for (const each of quiet) if (each.how === 'nothing' && !found.has(each.string)) found.set(each.string, each)
  return [...found.values()]
}
