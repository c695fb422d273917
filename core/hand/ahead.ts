import { spanMm } from '../guitar/geometry'
import type { Tick } from '../line/ticks'
import { limitMm } from './hand'
import type { HandRules, Landing } from './advance-hand'

/** A note with its finger, as the hand sees it. */
export interface FingeredNote extends Landing {
  readonly slurred: boolean
  readonly stretch: boolean
  /** Its place is part of a grip, which is down already. */
  readonly gripped: boolean
}

/** A note for which no finger lands: an open string, or one that the plucking hand taps. */
export interface UnfingeredNote {
  readonly finger: 0
  readonly string: number
  readonly fret: number
  readonly slurred: boolean
}

/** One onset with its fingers, before it is known what lands ahead. */
export interface FingeredOnset {
  readonly at: Tick
  /** End of its longest note. */
  readonly end: Tick
  readonly position: number
  readonly notes: readonly (FingeredNote | UnfingeredNote)[]
  /** The fretted notes among them. */
  readonly landings: readonly FingeredNote[]
}

const onlyFretted = (onset: FingeredOnset): FingeredNote | null =>
  onset.notes.length === 1 && onset.landings.length === 1 && !onset.landings[0]!.gripped ? onset.landings[0]! : null

/**
 * Last onset of the strictly descending run on one string that begins at `start`; `start` itself when there is none.
 */
function runEnd(onsets: readonly FingeredOnset[], start: number): number {
  const fingers = new Set<number>()
  let end = start
  for (let i = start; i < onsets.length; i++) {
    const note = onlyFretted(onsets[i]!)
    if (!note || note.stretch || fingers.has(note.finger)) break
    const before = i > start ? onlyFretted(onsets[i - 1]!)! : null
    if (
      before &&
      (note.string !== before.string || note.fret >= before.fret || onsets[i]!.position !== onsets[start]!.position)
    )
      break
    fingers.add(note.finger)
    end = i
  }
  return end
}

function fitsTogether(notes: readonly FingeredNote[], { hand, instrument }: HandRules): boolean {
  return notes.every((a, i) =>
    notes
      .slice(i + 1)
      .every(
        b => spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret) <= limitMm(hand, a.finger, b.finger),
      ),
  )
}

/**
 * Which fingers land ahead of their note, per onset: the lower finger of a pull-off under every policy, and with
 * `until-needed` all fingers of a strictly descending run at its first note, unless that passes the hand's limit.
 */
export function placedAhead(onsets: readonly FingeredOnset[], rules: HandRules): readonly (readonly Landing[])[] {
  const ahead: Landing[][] = onsets.map(() => [])
  if (rules.policy === 'until-needed') {
    for (let start = 0; start < onsets.length; start++) {
      const end = runEnd(onsets, start)
      if (end === start) continue
      const run = onsets.slice(start, end + 1).map(onset => onlyFretted(onset)!)
      if (fitsTogether(run, rules)) ahead[start]!.push(...run.slice(1))
      // The last note of a run begins no other: what follows is not lower on its string, or takes a shift.
      start = end
    }
  }
  for (let i = 1; i < onsets.length; i++) {
    for (const note of onsets[i]!.landings) {
      if (!note.slurred) continue
      const before = onsets[i - 1]!.notes.find(other => other.string === note.string)
      const pulled = before && before.fret > note.fret && before.finger !== note.finger
      if (pulled && !ahead[i - 1]!.some(landing => landing.noteId === note.noteId)) ahead[i - 1]!.push(note)
    }
  }
  return ahead
}
