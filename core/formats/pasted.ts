import { instrumentOf, midiAt } from '../guitar/instrument'
import type { Tick } from '../line/ticks'
import type { SharedSpec } from '../schema/fields'
import { capital } from '../wording/numbers'
import { endOf, type Clip } from '../writing/edit'
import { readNoteNames } from '../writing/note-names'
import { readTab, type TabRead } from './tab/read'
import { PLAIN_VALUE, type RhythmBy } from './tab/rhythm'

/** How pasted music is to be read where it leaves that open, and the drill it comes beside. */
export interface PastedOptions {
  readonly rhythm?: RhythmBy | undefined
  /** Ticks of a note where all are alike, or before any length is named. */
  readonly value?: Tick
  readonly beside: Pick<SharedSpec, 'instrument' | 'rhythm' | 'tempo' | 'position'>
}

/** What a text is read beside where nothing else is in hand: a drill as the doors have it by default. */
export const PLAIN_DRILL: PastedOptions['beside'] = {
  instrument: { preset: 'classical' },
  rhythm: { meter: [4, 4], perBeat: 4 },
  tempo: 60,
  position: 5,
}

/** Music made of a text, before anything is done with it. */
export interface Pasted {
  readonly ok: true
  readonly kind: 'tablature' | 'names'
  /** As a drill of its own. */
  readonly spec: Record<string, unknown>
  /** To be put into other music. */
  readonly clip: Clip
  /** How its rhythm was read, and how else it could be. */
  readonly rhythm: RhythmBy | null
  readonly rhythms: readonly RhythmBy[]
  readonly warnings: readonly string[]
}

/** Music made of a text, or why none can be. */
export type ReadPasted = Pasted | { readonly ok: false; readonly why: string }

/** Music as a drill beside another: on its guitar, in its meter, at its tempo. */
const specBeside = (clip: Clip, { instrument, rhythm, tempo, position }: PastedOptions['beside']) => ({
  version: 1,
  family: 'free',
  free: { notes: clip.notes },
  instrument,
  position,
  rhythm,
  tempo,
})

function fromTab(read: TabRead, { beside }: PastedOptions): Pasted {
  const { notes, meter, tempo, capo, tuning, title, muted } = read
  const { tuning: _, capo: __, ...guitar } = beside.instrument
  const own = tuning !== null || capo !== null
  const instrument = own
    ? { ...guitar, ...(tuning && { tuning: [...tuning] }), ...(capo !== null && { capo }) }
    : beside.instrument
  const { lastFret } = instrumentOf(instrument)
  const highest = notes.reduce((most, { fret = 0 }) => Math.max(most, fret), 0)
  const clip = { notes, ticks: endOf(notes) }
  return {
    ok: true,
    kind: 'tablature',
    spec: {
      ...specBeside(clip, { ...beside, instrument }),
      free: { notes, ...(title && { from: { title } }) },
      rhythm: { ...beside.rhythm, meter },
      ...(tempo !== null && { tempo }),
      ...(muted && { sound: { length: 'muted' } }),
    },
    clip,
    rhythm: read.rhythm,
    rhythms: read.rhythms,
    warnings: [
      ...(highest > lastFret ? [`Fret ${highest} is past the last fret of this guitar, ${lastFret}.`] : []),
      ...read.warnings,
    ],
  }
}

/**
 * Reads what was pasted or typed: text tablature, or note names; a drill of its own on the guitar in hand, its pitches
 * left to the engine to place where only names are given.
 * @param text At most 200,000 characters.
 */
export function readPasted(text: string, options: PastedOptions): ReadPasted {
  const tab = readTab(text, options)
  if (tab.ok) return fromTab(tab, options)
  // Where nothing looks like a string, names are meant.
  if (tab.line > 0 || text.length > 20_000 || /-{3}|-\d+-/.test(text))
    return { ok: false, why: tab.line > 0 ? `Line ${tab.line}: ${tab.why}.` : `The text cannot be read: ${tab.why}.` }
  const guitar = instrumentOf(options.beside.instrument)
  const lowest = Math.min(...guitar.tuning) + guitar.capo
  const named = readNoteNames(text, options.value ?? PLAIN_VALUE, [lowest, midiAt(guitar, 1, guitar.lastFret)])
  if (!named.ok) return { ok: false, why: `Neither tablature nor note names. ${capital(named.why)}.` }
  return {
    ok: true,
    kind: 'names',
    spec: { ...specBeside(named.clip, options.beside), fingering: { rule: 'best' } },
    clip: named.clip,
    rhythm: null,
    rhythms: [],
    warnings: [],
  }
}
