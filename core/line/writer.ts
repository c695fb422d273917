import { needString } from './on-guitar'
import type { FingerOrOpen } from '../guitar/finger'
import type { Instrument } from '../guitar/instrument'
import type { SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import { assertNotes } from './budget'
import type { Event, Grip, GripContact, Line, Mark, Stroke } from './line'
import type { Tick } from './ticks'

/** One note as a family hands it over: where, with which finger, from which position of the hand. */
export interface Played {
  readonly string: number
  readonly fret: number
  readonly finger: FingerOrOpen | 'free'
  readonly position: number
  readonly marks?: readonly Mark[]
  readonly pluck?: Stroke
  readonly tap?: true
  readonly rings?: true
  readonly via?: 'slide' | 'rake'
  /** Slurred whatever the mask says. */
  readonly slurred?: boolean
  /** How key or chord spell it. */
  readonly name?: string | undefined
  /** Notated length where it is not that of the onset. */
  readonly dur?: Tick
}

/** How a family's notes are named and checked. */
export interface WriterOptions {
  /** `visits` for families that prescribe strings (`p1.s5.3`), `numbers` for those that do not (`p1.n7`). */
  readonly noteIds: 'visits' | 'numbers'
  /** Slur masks mean something here. */
  readonly masked?: boolean
  /** Field to blame for a fret that is not on the neck, and for a string that is not on the guitar. */
  readonly fretPath: string
  readonly stringPath: string
  /** Field to blame when one pass alone has too many notes; `stringPath` when left out. */
  readonly sizePath?: string
}

/** Writes a line onset by onset: times, keys, string visits and slur masks are its business, music is the family's. */
export interface LineWriter {
  /** Where the next onset begins. */
  readonly at: () => Tick
  /** One onset; thick strings first whatever the order given. The next begins `dur` later. */
  readonly play: (notes: readonly Played[], dur: Tick) => void
  readonly rest: (ticks: Tick) => void
  /** The next note begins a new visit even on the same string. */
  readonly turn: () => void
  /** What is held for a while, whether it sounds or not. */
  readonly grip: (
    from: Tick,
    to: Tick,
    contacts: readonly GripContact[],
    more?: Pick<Grip, 'loose' | 'oneByOne' | 'strings'>,
  ) => void
}

/**
 * Writes the line of all passes.
 * @param pass Writes one pass; passes follow each other without a gap.
 * @throws SpecError for a string or fret that does not exist on the instrument.
 */
export function writeLine(
  spec: SharedSpec,
  instrument: Instrument,
  options: WriterOptions,
  pass: (writer: LineWriter, number: number) => void,
): Line {
  const events: Event[] = []
  const grips: Grip[] = []
  const restarts: Tick[] = []
  const mask = new Set(options.masked ? spec.slurs : [])
  const stringCount = instrument.tuning.length
  let at = 0
  let passNumber = 0
  let number = 0
  let visits = new Map<number, number>()
  let visit = { string: 0, name: '', size: 0, last: null as Event | null }
  let turned = false

  function enter(string: number): void {
    const nth = (visits.get(string) ?? 0) + 1
    visits.set(string, nth)
    visit = { string, name: `p${passNumber}.s${string}${nth > 1 ? `v${nth}` : ''}`, size: 0, last: null }
  }

  function check({ string, fret }: Played): void {
    needString(string, stringCount, options.stringPath)
    if (fret > instrument.lastFret)
      throw new SpecError(options.fretPath, `fret ${fret} is beyond the neck: the last fret is ${instrument.lastFret}`)
    if (fret < 0) throw new SpecError(options.fretPath, `fret ${fret} is below the nut`)
  }

  /** By mask: within a visit, without a rest or a shift between, and only where the fret changes. */
  function maskSlurs(played: Played): boolean {
    const before = visit.last
    return (
      before !== null &&
      mask.has(visit.size) &&
      before.at + before.dur === at &&
      before.position === played.position &&
      'fret' in before.place &&
      before.place.fret !== played.fret
    )
  }

  function play(notes: readonly Played[], dur: Tick): void {
    assertNotes(events.length + notes.length, passNumber > 1 ? 'times' : (options.sizePath ?? options.stringPath))
    const single = notes.length === 1
    for (const played of notes.length === 1 ? notes : [...notes].sort((a, b) => b.string - a.string)) {
      check(played)
      if (!single || turned || visit.string !== played.string) enter(played.string)
      turned = false
      visit.size++
      const noteId = options.noteIds === 'visits' ? `${visit.name}.${visit.size}` : `p${passNumber}.n${++number}`
      const event: Event = {
        noteId,
        at,
        dur: played.dur ?? dur,
        place: { string: played.string, fret: played.fret },
        want: played.finger === 'free' ? 'free' : { finger: played.finger },
        position: played.position,
        slurred: played.slurred ?? (single && maskSlurs(played)),
        visit: visit.name,
        marks: played.marks ?? [],
        ...(played.pluck && { pluck: played.pluck }),
        ...(played.tap && { tap: played.tap }),
        ...(played.rings && { rings: played.rings }),
        ...(played.via && { via: played.via }),
        ...(played.name && { name: played.name }),
      }
      events.push(event)
      visit.last = event
    }
    // Notes sounding together end every visit.
    turned = !single
    at += dur
  }

  for (passNumber = 1; passNumber <= spec.times; passNumber++) {
    restarts.push(at)
    number = 0
    visits = new Map()
    turned = true
    pass(
      {
        at: () => at,
        play,
        rest: ticks => {
          at += ticks
        },
        turn: () => {
          turned = true
        },
        grip: (from, to, contacts, more) => {
          grips.push({ from, to, contacts, ...more })
        },
      },
      passNumber,
    )
    // Passes are as long as each other: what all of them come to is known after the first.
    if (passNumber === 1) assertNotes(events.length * spec.times, 'times')
  }
  return { events, grips, restarts, strokeShift: 0 }
}
