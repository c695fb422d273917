import { Note } from 'tonal'
import { chordNamed } from '../pitch/theory'
import { instrumentOf, midiAt, type Instrument, type InstrumentChoice } from '../guitar/instrument'
import { SpecError } from '../schema/spec-error'
import { plainName } from './chord-line'
import { chordShape } from './chord'
import { STANDARD_TUNING } from '../guitar/presets'
import { SHAPES } from './shapes'

/** A way to finger a chord: its frets as they are written, thick string first. */
export interface Voicing {
  readonly frets: string
  /** Fingers of the table of common shapes; found by rule where left out. */
  readonly fingers?: string
}

/** Frets a hand covers without a stretch. */
const HAND = 4
/** Strings a chord has at least, and positions that are looked through. */
const LEAST_STRINGS = 3
const HIGHEST = 12
/** As many as a teacher steps through. */
const MOST = 12

/** Pitch classes a chord must and may have, and the one that is its bass. */
export interface Tones {
  readonly all: ReadonlySet<number>
  readonly needed: readonly number[]
  readonly bass: number
}

/**
 * The tones of a chord by name; of more than three the fifth may be left out (common practice).
 * @returns Null for a name that the theory library does not know.
 */
export function tonesOf(name: string): Tones | null {
  const chord = chordNamed(plainName(name))
  if (chord.empty || !chord.tonic) return null
  const chromas = chord.notes.map(note => Note.chroma(note)!)
  const bass = chord.bass ? Note.chroma(chord.bass)! : Note.chroma(chord.tonic)!
  const fifth = Note.chroma(Note.transpose(chord.tonic, '5P'))!
  const needed = [...new Set(chromas)].filter(chroma => new Set(chromas).size <= 3 || chroma !== fifth)
  return { all: new Set([...chromas, bass]), needed, bass }
}

/** Frets as they are written: figures together below ten, else with bars between. */
export const fretsInWords = (frets: readonly (number | null)[]) => {
  const words = frets.map(fret => (fret === null ? 'x' : String(fret)))
  return words.join(words.some(word => word.length > 1) ? '-' : '')
}

/** Whether frets sound all a chord needs and nothing else, its bass lowest, no string left out between. */
export function sounds(
  frets: readonly (number | null)[],
  { all, needed, bass }: Tones,
  instrument: Instrument,
): boolean {
  const count = frets.length
  const first = frets.findIndex(fret => fret !== null)
  const last = frets.findLastIndex(fret => fret !== null)
  const inside = frets.slice(first, last + 1)
  if (first < 0 || inside.includes(null) || inside.length < LEAST_STRINGS) return false
  const midis = inside.map((fret, i) => midiAt(instrument, count - first - i, fret!))
  const chromas = midis.map(midi => midi % 12)
  const fretted = inside.filter((fret): fret is number => fret !== null && fret > 0)
  return (
    Math.min(...midis) % 12 === bass &&
    chromas.every(chroma => all.has(chroma)) &&
    needed.every(chroma => chromas.includes(chroma)) &&
    (fretted.length === 0 || Math.max(...fretted) - Math.min(...fretted) < HAND)
  )
}

/** Whether four fingers can take it, with a barre where frets are alike. */
function isPlayable(frets: readonly (number | null)[], instrument: Instrument): boolean {
  try {
    chordShape({ frets: fretsInWords(frets) }, instrument, '')
    return true
  } catch (error) {
    if (error instanceof SpecError) return false
    throw error
  }
}

/** How far down the neck and how easy: open and full shapes first. */
function rank(frets: readonly (number | null)[]): number {
  const fretted = frets.filter((fret): fret is number => fret !== null && fret > 0)
  const lowest = Math.min(...fretted, HIGHEST)
  const silent = frets.filter(fret => fret === null).length
  const span = fretted.length > 0 ? Math.max(...fretted) - lowest : 0
  const open = frets.includes(0) && lowest > 2 ? 6 : 0
  return lowest * 2 + silent * 1.5 + fretted.length * 0.5 + span + open
}

/** Where on the neck a shape is: its lowest fret, and the string of its bass. */
const placeOf = (frets: readonly (number | null)[]) =>
  `${Math.min(...frets.filter((fret): fret is number => fret !== null && fret > 0), HIGHEST)}.${frets.findIndex(fret => fret !== null)}`

/** Every way to sound a chord within one reach of the hand at some position, open strings included. */
export function everyVoicing(tones: Tones, instrument: Instrument): readonly (readonly (number | null)[])[] {
  const strings = instrument.tuning.map((_, i) => instrument.tuning.length - i)
  const found = new Map<string, readonly (number | null)[]>()
  for (let position = 1; position <= Math.min(HIGHEST, instrument.lastFret); position++) {
    const choices = strings.map(string =>
      [0, ...Array.from({ length: HAND }, (_, i) => position + i)].filter(
        fret => fret <= instrument.lastFret && tones.all.has(midiAt(instrument, string, fret) % 12),
      ),
    )
    // From every string whose lowest note can be the bass, on through its thinner neighbours.
    for (let first = 0; first + LEAST_STRINGS <= strings.length; first++)
      grow(
        Array.from({ length: first }, () => null),
        first,
      )
    function grow(frets: readonly (number | null)[], i: number): void {
      if (i - frets.findIndex(fret => fret !== null) >= LEAST_STRINGS && frets.some(fret => fret !== null)) {
        const whole = [...frets, ...Array.from({ length: strings.length - i }, () => null)]
        if (sounds(whole, tones, instrument)) found.set(fretsInWords(whole), whole)
      }
      for (const fret of choices[i] ?? []) grow([...frets, fret], i + 1)
    }
  }
  return [...found.values()].filter(frets => isPlayable(frets, instrument))
}

const isStandard = ({ tuning }: Instrument) => String(tuning) === String(STANDARD_TUNING)

/**
 * Shapes of a chord to step through: those of the table of common shapes first, then others from the nut upwards.
 * @param choice The guitar; with another tuning or more strings all are found anew.
 * @returns None for a name that is no chord, or a chord that this guitar cannot sound in one reach.
 */
export function voicingsOf(name: string, choice: InstrumentChoice): readonly Voicing[] {
  const instrument = instrumentOf(choice)
  const tones = tonesOf(name)
  if (!tones) return []
  const table = isStandard(instrument)
    ? SHAPES.filter(shape => shape.name === plainName(name)).map(({ frets, fingers }) => ({ frets, fingers }))
    : []
  const known = new Set(table.map(({ frets }) => frets))
  // A capo moves all: shapes are those of the guitar without it.
  const found = everyVoicing(tones, { ...instrument, capo: 0 }).toSorted((a, b) => rank(a) - rank(b))
  // The best of every place on the neck comes before the second best of one.
  const places = new Set<string>()
  const firsts = found.filter(frets => {
    const place = placeOf(frets)
    return !places.has(place) && places.add(place)
  })
  const others = found.filter(frets => !firsts.includes(frets))
  const written = [...firsts, ...others]
    .map(frets => ({ frets: fretsInWords(frets) }))
    .filter(({ frets }) => !known.has(frets))
  return [...table, ...written].slice(0, MOST)
}
