import type { FreeNote } from '../families/free'
import { instrumentOf, midiAt, placesOfPitch, type InstrumentChoice } from '../guitar/instrument'
import { PRESET_NAMES } from '../guitar/presets'
import { MOST_WRITTEN } from '../line/budget'
import type { Tick } from '../line/ticks'
import type { SharedSpec } from '../schema/fields'
import { endOf, tidy, type Clip } from '../writing/edit'

/** Music made of a file, before anything is done with it. */
export interface MusicRead {
  readonly ok: true
  /** As a drill of its own; strings and fingers the file leaves open are the engine's to choose. */
  readonly spec: Record<string, unknown>
  /** To be put into other music. */
  readonly clip: Clip
  /** What was left out or taken otherwise than the file has it, a sentence each. */
  readonly warnings: readonly string[]
  /** Names of the parts the file has, where it has several. */
  readonly parts?: readonly string[]
}

/** Music of a file, or why there is none, in one sentence. */
export type ReadMusic = MusicRead | { readonly ok: false; readonly why: string }

/** The drill a file is read beside: what it leaves open is taken from there. */
export type Beside = Partial<Pick<SharedSpec, 'instrument' | 'position' | 'plucking'>>

/** A note as a file has it; a place it names is tried, a pitch without one is the engine's to place. */
export type FoundNote = Omit<FreeNote, 'midi'> & { readonly midi: number; readonly muted?: boolean }

/** What a file tells of its music. */
export interface Found {
  readonly notes: readonly FoundNote[]
  readonly title: string | null
  readonly meter: readonly [number, number]
  readonly tempo: number | null
  /** Open pitches, thickest first, and capo; null where the file tells nothing of a guitar. */
  readonly guitar: {
    readonly tuning: readonly number[]
    readonly capo: number
    readonly preset?: InstrumentChoice['preset']
  } | null
  readonly warnings: readonly string[]
  /** Names of its parts. */
  readonly parts: readonly string[]
}

const figure = (count: number) => count.toLocaleString('en-GB')
const many = (count: number, one: string, more: string) => (count === 1 ? `1 ${one}` : `${figure(count)} ${more}`)

/**
 * The guitar the music is read for: the one the file names, on the neck in hand; else the one in hand if it has all
 * pitches.
 */
function guitarFor(
  { guitar, notes }: Found,
  beside: Beside,
): { readonly choice: InstrumentChoice; readonly warning: string | null } {
  const own: InstrumentChoice = beside.instrument ?? { preset: 'classical' }
  if (guitar) {
    const { tuning: _, capo: __, ...neck } = own
    const tuned = { ...neck, ...(guitar.preset && { preset: guitar.preset }) }
    const standard = String(guitar.tuning) === String(instrumentOf({ preset: 'classical' }).tuning)
    const choice = {
      ...tuned,
      ...(!standard && { tuning: [...guitar.tuning] }),
      ...(guitar.capo > 0 && { capo: guitar.capo }),
    }
    const highest = notes.reduce((most, { fret = 0 }) => Math.max(most, fret), 0)
    const { lastFret } = instrumentOf(choice)
    if (highest <= lastFret) return { choice, warning: null }
    const longer = longerNeck(choice, highest)
    return longer
      ? {
          choice: longer,
          warning: `Fret ${highest} is past the last fret of the guitar in hand (${lastFret}): it is read for one with more frets.`,
        }
      : { choice, warning: null }
  }
  const fits = (choice: InstrumentChoice) =>
    notes.every(({ midi }) => placesOfPitch(instrumentOf(choice), midi).length > 0)
  if (fits(own)) return { choice: own, warning: null }
  // The smallest that holds every pitch.
  const other = PRESET_NAMES.map((preset): InstrumentChoice => ({ preset }))
    .toSorted((a, b) => instrumentOf(a).frets - instrumentOf(b).frets)
    .find(fits)
  return other
    ? { choice: other, warning: 'Not all of it lies on the guitar in hand: it is read for another.' }
    : { choice: own, warning: null }
}

const longerNeck = (choice: InstrumentChoice, fret: number): InstrumentChoice | null => {
  const frets = fret + (choice.capo ?? 0)
  return frets <= 36 ? { ...choice, frets } : null
}

/** A note at the place it names where the guitar has it, else as a bare pitch; null where neither is to be had. */
function settled(
  note: FoundNote,
  choice: InstrumentChoice,
): { readonly note: FreeNote | null; readonly moved: boolean } {
  const { midi, muted, marks = [], string, fret, finger, ...other } = note
  const shown = [...marks, ...(muted ? ['muted' as const] : [])]
  const rest = { ...other, ...(shown.length > 0 && { marks: shown }) }
  const guitar = instrumentOf(choice)
  if (string !== undefined && fret !== undefined && string <= guitar.tuning.length && fret <= guitar.lastFret) {
    const fits = finger !== undefined && (finger === 0) === (fret === 0)
    return { note: { ...rest, string, fret, ...(fits && { finger }) }, moved: midiAt(guitar, string, fret) !== midi }
  }
  if (placesOfPitch(guitar, midi).length === 0) return { note: null, moved: false }
  return { note: { ...rest, midi, ...(finger !== undefined && { finger }) }, moved: false }
}

/** Notes that stand twice at once on a string, or twice as the same pitch: one of them is left. */
function onceEach(notes: readonly FreeNote[]): readonly FreeNote[] {
  const seen = new Set<string>()
  return notes.filter(note => {
    const key = `${note.at} ${note.string === undefined ? `m${note.midi}` : `s${note.string}`}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}

/** Semitones a slur spans on one string without a shift, at most: from the open string to the little finger in I. */
const MOST_SLURRED = 5

/** A bare pitch slurred from the pitch before it, close by and in the right direction; else it is plucked. */
function slurredPitches(notes: readonly FreeNote[]): readonly FreeNote[] {
  return notes.map((note, i) => {
    const { via, ...plucked } = note
    if (note.string !== undefined || (via !== 'hammer' && via !== 'pull' && via !== 'slide')) return note
    const before = notes[i - 1]
    const alone = before && before.at < note.at && notes[i - 2]?.at !== before.at && notes[i + 1]?.at !== note.at
    const by = before?.midi !== undefined && before.string === undefined ? note.midi! - before.midi : 0
    const right = via === 'hammer' ? by > 0 : via === 'pull' ? by < 0 : by !== 0
    return alone && right && Math.abs(by) <= MOST_SLURRED && before.at + before.dur >= note.at ? note : plucked
  })
}

/** At most one bare pitch for each string that is left at one time. */
function asManyAsStrings(notes: readonly FreeNote[], strings: number): readonly FreeNote[] {
  const count = new Map<Tick, number>()
  return notes.filter(note => {
    const here = (count.get(note.at) ?? 0) + 1
    count.set(note.at, here)
    return here <= strings
  })
}

const byTime = (a: FreeNote, b: FreeNote) =>
  a.at - b.at || (b.string ?? 0) - (a.string ?? 0) || (a.midi ?? 0) - (b.midi ?? 0)

/**
 * Makes a drill of what a file tells: own music with the title, meter, tempo and guitar of the file, strings and
 * fingers left to the engine where the file has none.
 * @param found What the file tells, its notes in any order.
 */
export function musicOf(found: Found, beside: Beside = {}): ReadMusic {
  const warnings = [...found.warnings]
  if (found.notes.length === 0) return { ok: false, why: 'The file has no notes that a guitar could play.' }
  if (found.notes.length > MOST_WRITTEN)
    return { ok: false, why: `The file has ${figure(found.notes.length)} notes; ${figure(MOST_WRITTEN)} are the most.` }
  const { choice, warning } = guitarFor(found, beside)
  if (warning) warnings.push(warning)
  // What is muted throughout is a muted drill; else each note says it.
  const muted = found.notes.every(note => note.muted)
  const each = found.notes.map(note => settled(muted ? { ...note, muted: false } : note, choice))
  const moved = each.filter(one => one.moved).length
  if (moved > 0)
    warnings.push(`${many(moved, 'note does', 'notes do')} not sound as string and fret say: string and fret are kept.`)
  const slurs = (list: readonly FreeNote[]) => list.filter(({ via }) => via && via !== 'pluck').length
  const placed = each.flatMap(one => one.note ?? []).toSorted(byTime)
  const lost = each.length - placed.length
  if (lost > 0) warnings.push(`${many(lost, 'note is', 'notes are')} too low or too high for this guitar: left out.`)
  const once = asManyAsStrings(onceEach(placed), instrumentOf(choice).tuning.length)
  if (once.length < placed.length)
    warnings.push(
      `${many(placed.length - once.length, 'note that falls', 'notes that fall')} on a string already taken at that moment: left out.`,
    )
  if (once.length === 0) return { ok: false, why: 'None of the notes lies on this guitar.' }
  const notes = tidy(slurredPitches(once))
  const plain = slurs(once) - slurs(notes)
  if (plain > 0)
    warnings.push(`${many(plain, 'slur has', 'slurs have')} no note to come from on its string: plucked instead.`)
  const bare = notes.some(({ string }) => string === undefined)
  const fingered = notes.every(({ fret, finger, via }) => fret === 0 || finger !== undefined || via === 'tap')
  const plucked = notes.some(note => note.pluck !== undefined)
  return {
    ok: true,
    spec: {
      version: 1,
      family: 'free',
      free: { notes, ...(found.title && { from: { title: found.title.slice(0, 200) } }) },
      instrument: choice,
      ...(beside.position !== undefined && { position: beside.position }),
      rhythm: { meter: found.meter },
      ...(found.tempo !== null && { tempo: found.tempo }),
      ...(muted && { sound: { length: 'muted' } }),
      // Fingers that the file leaves open are chosen beside those it names.
      ...((bare || !fingered) && { fingering: { rule: 'best' } }),
      ...(plucked ? { plucking: { system: 'given' } } : beside.plucking && { plucking: beside.plucking }),
    },
    clip: { notes, ticks: endOf(notes) },
    warnings,
    ...(found.parts.length > 1 && { parts: found.parts }),
  }
}
