import { romanPosition } from '../guitar/geometry'
import type { Hold } from '../hand/advance-hand'
import type { SharedSpec } from '../schema/fields'
import type { Habits } from '../schema/habits'
import type { Cue, Note, Score } from './score'
import { wantsCare } from './spans'

// Schools differ; the product does not decide, it only asks for one way.
const ANCHOR_CUES: Readonly<Record<NonNullable<Habits['anchor']>, string>> = {
  anchor: 'Plucking hand anchored, lightly, always at the same place.',
  float: 'Plucking hand floats: nothing rests on the guitar.',
  open: 'Plucking hand anchored or floating, as agreed: the same throughout.',
}

const SOUNDER_CUES: Readonly<Record<'nails' | 'pick' | 'thumb pick', string>> = {
  'nails': 'Nails filed and smooth before the first note.',
  'pick': 'The same pick as last week, held the same way.',
  'thumb pick': 'Thumb pick snug on the thumb; it wants some fifty hours before it is judged.',
}

/** What was found in a drill that a cue may speak of: the notes themselves, never the family. */
interface Found {
  readonly spec: SharedSpec
  readonly plucking: SharedSpec['plucking']
  readonly notes: readonly Note[]
  readonly holds: readonly Hold[]
  readonly shifts: Score['shifts']
  readonly report: Pick<Score['report'], 'sameFingerTwice' | 'travel' | 'high' | 'breaches' | 'stretches' | 'fingerCrossings'>
  /** Strings that no finger keeps quiet in a stroke across them, and where first. */
  readonly loud: readonly { readonly string: number, readonly at: number }[]
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
      if (note.finger === hold.finger && note.string === hold.string && note.fret === hold.fret) end = Math.max(end, note.at + note.dur)
    }
    if (end > 0 && hold.to > end) return true
  }
  return false
}

function holdCue({ spec, notes, holds }: Found): string | null {
  const fretted = notes.some(note => note.finger)
  const letsGo = spec.sound.length === 'muted' || (spec.sound.length === 'staccato' && spec.sound.damp !== 'plucking')
  if (!fretted || letsGo) return null
  if (spec.hold === 'lift') return 'Lift each finger at the end of its note, close to the string.'
  if (spec.hold === 'legato-only') return spec.sound.length === 'legato' ? 'Hold every note until the next one sounds: no breath between.' : null
  return fingersStay(notes, holds) ? 'Leave each finger down until it is needed elsewhere.' : null
}

function soundCues({ spec: { sound }, notes }: Found): readonly string[] {
  const fretted = notes.some(note => note.finger)
  const cues: string[] = []
  if (sound.length === 'muted') cues.push('Rest the fretting fingers on the strings: only the attack is heard.')
  if (sound.length === 'staccato') {
    // Nothing but open strings: only the plucking hand can stop them.
    cues.push(sound.damp === 'plucking' || !fretted
      ? 'Short notes: the plucking hand stops each one at half its length, coming back to the string without a noise.'
      : 'Short notes: the fretting hand lets the pressure go at half the length, the finger staying on the string.')
  }
  if (sound.swell === 'up') cues.push('A swell: grow louder from the first note to the last.')
  if (sound.swell === 'down') cues.push('A swell downwards: begin full and grow softer to the last note.')
  if (sound.swell === 'both') cues.push('A swell: grow louder to the middle, softer to the end.')
  return cues
}

/** Whether the pick goes on in one direction over a change of string. */
const sweeps = (picked: readonly Note[]) => picked.some((note, i) => i > 0 && note.at > picked[i - 1]!.at && note.pluck === picked[i - 1]!.pluck && note.string !== picked[i - 1]!.string)

/** Whether several plucking fingers have strings of their own, so that they can be planted. */
function plants(notes: readonly Note[]): boolean {
  const strings = new Map<string, Set<number>>()
  for (const { pluck, via, string } of notes) if (pluck && 'pimac'.includes(pluck) && via === 'pluck') strings.set(pluck, (strings.get(pluck) ?? new Set()).add(string))
  const all = [...strings.values()]
  return all.length > 1 && all.every((own, i) => all.every((other, k) => k === i || [...own].every(string => !other.has(string))))
}

/** Cues for the plucking hand; common practice of the schools. */
function pluckingCues({ plucking: { system, stroke }, notes }: Found): readonly string[] {
  const cues: string[] = []
  const picked = notes.filter(note => note.pluck === 'D' || note.pluck === 'U')
  const fingered = notes.some(note => note.pluck && 'pimac'.includes(note.pluck) && note.via !== 'tap')
  const [downs, ups] = [picked.filter(note => note.pluck === 'D').length, picked.filter(note => note.pluck === 'U').length]
  if (downs > 0 && ups > 0) cues.push('Down and up must sound alike.')
  if (system === 'down' && downs > 1) cues.push('Every stroke down, from the same height.')
  if ((system === 'economy' || system === 'sweep') && sweeps(picked)) cues.push('The pick lands on the next string and falls through; tilt it with the direction.')
  if (picked.length > 0 && fingered) cues.push('The finger is ready on its string before the pick has played.')
  if (notes.some(note => note.via === 'rake')) cues.push('Down, one finger is dragged across: it rests on each next string.')
  if (fingered && stroke === 'rest') cues.push('Rest stroke: the finger lands on the next string.')
  if (fingered && stroke === 'free') cues.push('Free stroke: the finger clears the next string.')
  if (picked.length === 0 && plants(notes)) cues.push('Plant each finger before it plays: one at a time, then all at once, then with the gap closed.')
  return cues
}

/** Slurs, taps and fingers rolled over, wherever they sound. */
function slurCues(notes: readonly Note[]): readonly string[] {
  const cues: string[] = []
  const pulled = notes.some(note => note.via === 'pull')
  if (pulled || notes.some(note => note.via === 'hammer')) cues.push(`Slurred notes as loud as plucked ones${pulled ? '; for a pull-off the lower finger is already down' : ''}.`)
  if (notes.some(note => note.via === 'slide')) cues.push('Slide with the finger down: the hand arrives, the pressure stays.')
  if (notes.some(note => note.marks.includes('rolled'))) cues.push('Roll the fingertip over to its underside: the string it leaves falls silent as the next one sounds.')
  return cues
}

/** What a teacher would remind the student of, the most general first. */
export function writeCues(found: Found): readonly Cue[] {
  const { notes, report: { sameFingerTwice, travel, high, breaches, stretches, fingerCrossings }, shifts, loud, bodyFret, habits } = found
  const cues: Cue[] = []
  const add = (text: string) => cues.push({ at: 0, text })
  const hold = holdCue(found)
  if (hold) add(hold)
  soundCues(found).forEach(add)
  pluckingCues(found).forEach(add)
  if (sameFingerTwice > 0) add(`A plucking finger plays twice running at speed ${sameFingerTwice} ${sameFingerTwice === 1 ? 'time' : 'times'}: let another take over.`)
  if (fingerCrossings > 0) add(`${fingerCrossings === 1 ? 'Once' : `${fingerCrossings} times`} the plucking fingers cross the wrong way over a change of string: let the outer finger take the thinner string.`)
  slurCues(notes).forEach(add)
  if (breaches.some(breach => breach.rule === 'reach')) add('A stretch past what this hand can do: change the position or the fingers. Pain means stop.')
  else if (wantsCare(stretches)) add('A stretch: two or three minutes, warmed up, never forced.')
  if (notes.some(note => note.pluck !== null)) add(ANCHOR_CUES[habits.anchor ?? 'open'])
  if (habits.sounder && habits.sounder !== 'flesh') add(SOUNDER_CUES[habits.sounder])
  if (travel.some(each => each.hasty)) add('A hand has less time than it needs for its way: leave a rest before it, or go slower.')
  if (high.length > 0) {
    add(high.some(each => each.stays)
      ? `Past fret ${bodyFret} the hand stays: thumb to the heel of the neck, plucking hand towards the bridge so that the tone does not choke.`
      : `Only a visit past fret ${bodyFret}: the thumb stays behind the neck as far as it can.`)
  }
  for (const { string, at } of loud) cues.push({ at, text: `String ${string} lies within the stroke and no finger is beside it: pluck the others singly, or lay a finger against it.` })
  return [...cues, ...shifts.slice(0, 8).map(({ at, to }) => ({ at, text: `Move the hand to ${romanPosition(to)} in one piece.` }))]
}
