import type { Hold } from '../hand/advance-hand'
import type { SharedSpec } from '../schema/fields'
import type { Habits } from '../schema/habits'
import type { Cue, Note, Reminder, Score } from './score'
import { wantsCare } from './spans'

/** What was found in a drill that a cue may speak of: the notes themselves, never the family. */
interface Found {
  readonly spec: SharedSpec
  readonly plucking: SharedSpec['plucking']
  readonly notes: readonly Note[]
  readonly holds: readonly Hold[]
  readonly shifts: Score['shifts']
  readonly report: Pick<
    Score['report'],
    'sameFingerTwice' | 'travel' | 'high' | 'breaches' | 'stretches' | 'fingerCrossings'
  >
  /** Strings that no finger keeps quiet in a stroke across them, and where first. */
  readonly loud: readonly { readonly string: number; readonly at: number }[]
  /** Where the neck meets the body, as the sheet counts frets: from the capo. */
  readonly bodyFret: number
  readonly habits: Habits
}

/** Whether a finger that has played is still down when its note is over. */
function fingersStay(notes: readonly Note[], holds: readonly Hold[]): boolean {
  let first = 0
  for (const hold of holds) {
    while (first < notes.length && notes[first]!.at < hold.from) first++
    let end = 0
    for (let i = first; i < notes.length && notes[i]!.at < hold.to; i++) {
      const note = notes[i]!
      if (note.finger === hold.finger && note.string === hold.string && note.fret === hold.fret)
        end = Math.max(end, note.at + note.dur)
    }
    if (end > 0 && hold.to > end) return true
  }
  return false
}

function holdCue({ spec, notes, holds }: Found): Reminder | null {
  const fretted = notes.some(note => note.finger)
  const letsGo = spec.sound.length === 'muted' || (spec.sound.length === 'staccato' && spec.sound.damp !== 'plucking')
  if (!fretted || letsGo) return null
  if (spec.hold === 'lift') return { about: 'lift-each' }
  if (spec.hold === 'legato-only') return spec.sound.length === 'legato' ? { about: 'hold-until-next' } : null
  return fingersStay(notes, holds) ? { about: 'leave-down' } : null
}

function soundCues({ spec: { sound }, notes }: Found): readonly Reminder[] {
  const fretted = notes.some(note => note.finger)
  const cues: Reminder[] = []
  if (sound.length === 'muted') cues.push({ about: 'muted' })
  // Nothing but open strings: only the plucking hand can stop them.
  if (sound.length === 'staccato')
    cues.push({ about: sound.damp === 'plucking' || !fretted ? 'short-by-plucking' : 'short-by-fretting' })
  if (sound.swell !== 'none') cues.push({ about: 'swell', way: sound.swell })
  return cues
}

/** Whether the pick goes on in one direction over a change of string. */
const sweeps = (picked: readonly Note[]) =>
  picked.some(
    (note, i) =>
      i > 0 &&
      note.at > picked[i - 1]!.at &&
      note.pluck === picked[i - 1]!.pluck &&
      note.string !== picked[i - 1]!.string,
  )

/** Whether several plucking fingers have strings of their own, so that they can be planted. */
function plants(notes: readonly Note[]): boolean {
  const strings = new Map<string, Set<number>>()
  for (const { pluck, via, string } of notes)
    if (pluck && 'pimac'.includes(pluck) && via === 'pluck')
      strings.set(pluck, (strings.get(pluck) ?? new Set()).add(string))
  const all = [...strings.values()]
  return (
    all.length > 1 &&
    all.every((own, i) => all.every((other, k) => k === i || [...own].every(string => !other.has(string))))
  )
}

/** Cues for the plucking hand; common practice of the schools. */
function pluckingCues({ plucking: { system, stroke }, notes }: Found): readonly Reminder[] {
  const cues: Reminder[] = []
  const picked = notes.filter(note => note.pluck === 'D' || note.pluck === 'U')
  const fingered = notes.some(note => note.pluck && 'pimac'.includes(note.pluck) && note.via !== 'tap')
  const [downs, ups] = [
    picked.filter(note => note.pluck === 'D').length,
    picked.filter(note => note.pluck === 'U').length,
  ]
  if (downs > 0 && ups > 0) cues.push({ about: 'down-and-up-alike' })
  if (system === 'down' && downs > 1) cues.push({ about: 'every-stroke-down' })
  if ((system === 'economy' || system === 'sweep') && sweeps(picked)) cues.push({ about: 'falls-through' })
  if (picked.length > 0 && fingered) cues.push({ about: 'finger-ready' })
  if (notes.some(note => note.via === 'rake')) cues.push({ about: 'raked' })
  if (fingered && stroke === 'rest') cues.push({ about: 'rest-stroke' })
  if (fingered && stroke === 'free') cues.push({ about: 'free-stroke' })
  if (picked.length === 0 && plants(notes)) cues.push({ about: 'plant' })
  return cues
}

/** Slurs, taps and fingers rolled over, wherever they sound. */
function slurCues(notes: readonly Note[]): readonly Reminder[] {
  const cues: Reminder[] = []
  const pulled = notes.some(note => note.via === 'pull')
  if (pulled || notes.some(note => note.via === 'hammer')) cues.push({ about: 'slurs', pulled })
  if (notes.some(note => note.via === 'slide')) cues.push({ about: 'slide' })
  if (notes.some(note => note.marks.includes('rolled'))) cues.push({ about: 'roll' })
  return cues
}

/** What a teacher would remind the student of, the most general first. */
export function writeCues(found: Found): readonly Cue[] {
  const {
    notes,
    report: { sameFingerTwice, travel, high, breaches, stretches, fingerCrossings },
    shifts,
    loud,
    bodyFret,
    habits,
  } = found
  const cues: Cue[] = []
  const add = (reminder: Reminder) => cues.push({ at: 0, ...reminder })
  const hold = holdCue(found)
  if (hold) add(hold)
  soundCues(found).forEach(add)
  if (notes.every(note => note.pluck === null)) add({ about: 'unplucked' })
  pluckingCues(found).forEach(add)
  if (sameFingerTwice > 0) add({ about: 'same-finger-twice', times: sameFingerTwice })
  if (fingerCrossings > 0) add({ about: 'fingers-cross', times: fingerCrossings })
  slurCues(notes).forEach(add)
  if (breaches.some(breach => breach.rule === 'reach')) add({ about: 'beyond-limit' })
  else if (wantsCare(stretches)) add({ about: 'stretch' })
  if (notes.some(note => note.pluck !== null)) add({ about: 'anchor', way: habits.anchor ?? 'open' })
  if (habits.sounder && habits.sounder !== 'flesh') add({ about: 'sounder', with: habits.sounder })
  if (travel.some(each => each.hasty)) add({ about: 'hasty' })
  if (high.length > 0) add({ about: 'past-body', stays: high.some(each => each.stays), fret: bodyFret })
  for (const { string, at } of loud) cues.push({ at, about: 'unquieted', string })
  return [...cues, ...shifts.slice(0, 8).map(({ at, to }): Cue => ({ at, about: 'shift', to }))]
}
