import type { Line, Mark, Stroke } from '../line/line'
import type { Tick } from '../line/ticks'
import type { SharedSpec } from '../schema/fields'
import type { PluckedOnset, PluckingSystem } from '../strokes/system'
import type { FingeredEvent } from './finger-line'
import type { Note, Via } from './score'

/** Who sounds a note: a stroke or finger, null where it is slurred; and whether it is dragged on. */
interface Sounded {
  readonly pluck: Stroke | null
  readonly raked: boolean
}
const NOT_PLUCKED: Sounded = { pluck: null, raked: false }

/** Strokes over plucked onsets only; where the family prescribes all of an onset, the system goes round it. */
function assignStrokes(
  events: readonly FingeredEvent[],
  system: PluckingSystem,
  options: SharedSpec['plucking'],
  shift: number,
  strums: boolean,
): readonly Sounded[] {
  const sounded: Sounded[] = Array.from({ length: events.length })
  const plucked: {
    readonly strings: number[]
    readonly given: Stroke[]
    readonly at: Tick
    readonly events: number[]
  }[] = []
  for (let i = 0; i < events.length; i++) {
    const event = events[i]!
    if (event.slurred) sounded[i] = NOT_PLUCKED
    else if (event.tap) sounded[i] = { pluck: event.pluck!, raked: false }
    else {
      let last = plucked.at(-1)
      if (last?.at !== event.at) {
        last = { strings: [], given: [], at: event.at, events: [] }
        plucked.push(last)
      }
      last!.strings.push(event.string)
      last!.events.push(i)
      if (event.pluck) last!.given.push(event.pluck)
    }
  }
  const onsets: readonly PluckedOnset[] = plucked.map(({ strings, given, at }) => ({
    strings,
    at,
    given: given.length === strings.length ? given : null,
  }))
  const play = system.begin({ options, shift, onsets })
  for (let k = 0; k < plucked.length; k++) {
    const own = play(onsets[k]!, k)
    // Chords that are struck come with the beat, and there the hand goes down.
    const struck =
      strums && onsets[k]!.strings.length > 1 && own.strokes.every(stroke => stroke === 'D' || stroke === 'U')
    const { strokes, raked } = struck ? { ...own, strokes: own.strokes.map((): Stroke => 'D') } : own
    // A finger prescribed for one of several sounding together stands over the system's.
    for (const [s, index] of plucked[k]!.events.entries())
      sounded[index] = { pluck: events[index]!.pluck ?? strokes[s]!, raked: raked ?? false }
  }
  return sounded
}

function slurDirection(event: FingeredEvent, lastFret: number | undefined): Via {
  return lastFret !== undefined && event.fret < lastFret ? 'pull' : 'hammer'
}

/** Where each pass of a swelling drill begins to grow louder or softer, by onset. */
function swellMarks(
  onsetCount: number,
  passes: number,
  swell: Exclude<SharedSpec['sound']['swell'], 'none'>,
): ReadonlyMap<number, Mark> {
  const marks = new Map<number, Mark>()
  for (let pass = 0; pass < passes; pass++) {
    const [first, next] = [Math.round((pass * onsetCount) / passes), Math.round(((pass + 1) * onsetCount) / passes)]
    marks.set(first, swell === 'down' ? 'softer' : 'louder')
    if (swell === 'both' && next - first > 2) marks.set(Math.floor((first + next) / 2), 'softer')
  }
  return marks
}

/** Marks notes to which the finger of the note before rolls over from the next string. */
export function withRolls(notes: readonly Note[]): readonly Note[] {
  return notes.map((note, i) => {
    const before = notes[i - 1]
    const rolled =
      before &&
      note.finger &&
      before.finger === note.finger &&
      before.fret === note.fret &&
      Math.abs(before.string - note.string) === 1 &&
      note.pluck !== null
    return rolled ? { ...note, marks: [...note.marks, 'rolled' as const] } : note
  })
}

/** The plucking hand of a drill. */
interface Plucked {
  readonly system: PluckingSystem
  readonly plucking: SharedSpec['plucking']
  /** A pick strums its chords with the beat. */
  readonly strums: boolean
}

/** The notes of a line whose fingers are decided: who sounds each, how, and with which marks. */
export function writeNotes(
  line: Pick<Line, 'unplucked' | 'strokeShift'>,
  events: readonly FingeredEvent[],
  spec: SharedSpec,
  { system, plucking, strums }: Plucked,
): readonly Note[] {
  const sounded = line.unplucked
    ? events.map(() => NOT_PLUCKED)
    : assignStrokes(events, system, plucking, line.strokeShift, strums)
  const swells =
    spec.sound.swell === 'none'
      ? null
      : swellMarks(new Set(events.map(event => event.at)).size, spec.times, spec.sound.swell)
  const lastFretOnString = new Map<number, number>()
  let onset = -1
  let lastAt = -1
  return events.map((event, i) => {
    if (event.at !== lastAt) onset++
    lastAt = event.at
    const before = lastFretOnString.get(event.string)
    lastFretOnString.set(event.string, event.fret)
    const accented = spec.sound.accentEvery !== undefined && onset % spec.sound.accentEvery === 0
    const swell = swells?.get(onset)
    const marks: readonly Mark[] =
      accented || swell
        ? [...event.marks, ...(accented ? ['accent' as const] : []), ...(swell ? [swell] : [])]
        : event.marks
    // Written out, as every drill has many; what few notes have is added after.
    const note: Note = {
      key: event.noteId,
      at: event.at,
      dur: event.dur,
      string: event.string,
      fret: event.fret,
      midi: event.midi,
      finger: event.finger,
      pluck: sounded[i]!.pluck,
      via: event.tap
        ? event.slurred
          ? 'pull'
          : 'tap'
        : event.slurred
          ? event.via === 'slide'
            ? 'slide'
            : slurDirection(event, before)
          : sounded[i]!.raked || event.via === 'rake'
            ? 'rake'
            : 'pluck',
      marks,
    }
    if (event.name)
      return event.tap && event.slurred
        ? { ...note, name: event.name, tapping: event.pluck! }
        : { ...note, name: event.name }
    return event.tap && event.slurred ? { ...note, tapping: event.pluck! } : note
  })
}
