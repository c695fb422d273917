import { isTempo } from '../../schema/fields'
import type { FreeNote } from '../../families/free'
import { barTicks, TICKS_PER_QUARTER } from '../../line/ticks'
import type { FoundNote } from '../read-music'
import { midiOfTag } from '../../notation/pitch-tag'
import { at, child, childrenOf, numberIn, type Element } from './xml'

/** A note on the way: where it stands, and whether it is tied on. */
interface Sounding extends FoundNote {
  readonly staff: string
  readonly tiedOn: boolean
}

/** What was passed over, and how often. */
class Passed {
  readonly counts = new Map<string, number>()
  add(what: string) {
    this.counts.set(what, (this.counts.get(what) ?? 0) + 1)
  }
}

/** How what was passed over is told. */
export const TOLD: readonly (readonly [string, (count: number) => string])[] = [
  ['grace', count => `${count === 1 ? '1 grace note is' : `${count} grace notes are`} left out.`],
  ['cue', () => 'Cue notes are left out.'],
  ['lyric', () => 'Lyrics are left out.'],
  ['unpitched', () => 'Notes without pitch are left out.'],
  ['repeat', () => 'Repeats are not played out: each bar is read once.'],
  ['tempo', () => 'The tempo changes in the middle: the first is kept.'],
  ['meter', () => 'The meter changes in the middle: the first is kept.'],
  ['rounded', () => 'Some lengths are no whole part of a beat: they are rounded.'],
  ['bend', () => 'Bends are left out.'],
  ['harmonic', () => 'Harmonics are read as plain notes.'],
]

const tuningOf = (details: Element | undefined): readonly number[] =>
  childrenOf(details, 'staff-tuning')
    .toSorted((a, b) => Number(a.attributes.line) - Number(b.attributes.line))
    .flatMap(
      tuning =>
        midiOfTag({
          step: child(tuning, 'tuning-step')?.text ?? '',
          alter: numberIn(child(tuning, 'tuning-alter')) ?? 0,
          octave: numberIn(child(tuning, 'tuning-octave')) ?? Number.NaN,
        }) ?? [],
    )

const STROKES: Readonly<Record<string, FreeNote['pluck']>> = {
  p: 'p',
  i: 'i',
  m: 'm',
  a: 'a',
  c: 'c',
  e: 'c',
  x: 'c',
  q: 'c',
}

function pluckOf(technical: Element | undefined): FreeNote['pluck'] {
  if (child(technical, 'down-bow')) return 'D'
  if (child(technical, 'up-bow')) return 'U'
  return STROKES[child(technical, 'pluck')?.text.trim().toLowerCase() ?? '']
}

function viaOf(notations: readonly Element[], technical: Element | undefined): FreeNote['via'] {
  const stops = (name: string) => childrenOf(technical, name).some(each => each.attributes.type === 'stop')
  if (child(technical, 'tap')) return 'tap'
  if (stops('hammer-on')) return 'hammer'
  if (stops('pull-off')) return 'pull'
  const slides = notations.flatMap(each => childrenOf(each, 'slide'))
  if (slides.some(each => each.attributes.type === 'stop')) return 'slide'
  return notations.some(each => child(each, 'arpeggiate')) ? 'rake' : undefined
}

/** What is told of a note beside its pitch: where it is played and how. */
function played(note: Element): Pick<FreeNote, 'string' | 'fret' | 'finger' | 'pluck' | 'via' | 'marks'> {
  const notations = childrenOf(note, 'notations')
  const technical: Element = {
    name: 'technical',
    attributes: {},
    text: '',
    children: notations.flatMap(each => childrenOf(each, 'technical')).flatMap(each => each.children),
  }
  const articulations = notations.flatMap(each => childrenOf(each, 'articulations'))
  const marks = (['accent', 'staccato'] as const).filter(mark => articulations.some(each => child(each, mark)))
  const string = numberIn(child(technical, 'string'))
  const fret = numberIn(child(technical, 'fret'))
  const isPlace =
    string !== null &&
    fret !== null &&
    Number.isInteger(string) &&
    Number.isInteger(fret) &&
    string >= 1 &&
    string <= 8 &&
    fret >= 0 &&
    fret <= 36
  const finger = childrenOf(technical, 'fingering').flatMap(({ text }) =>
    /^[0-4]$/.test(text) ? [Number(text)] : [],
  )[0]
  const pluck = pluckOf(technical)
  const via = viaOf(notations, technical)
  return {
    ...(isPlace && { string, fret }),
    ...(finger !== undefined && via !== 'tap' && { finger: finger as 0 | 1 | 2 | 3 | 4 }),
    ...(pluck && { pluck }),
    ...(via && { via }),
    ...(marks.length > 0 && { marks }),
  }
}

/** Everything a part tells, gathered bar by bar. */
export class Part {
  readonly notes: Sounding[] = []
  readonly passed = new Passed()
  meter: readonly [number, number] | null = null
  tempo: number | null = null
  tuning: readonly number[] = []
  capo = 0
  tabStaff: string | null = null
  private divisions = 1
  private transpose = 0
  /** Where the bar begins and where one is in it, in ticks; not rounded until a note is put down. */
  private bar = 0
  private now = 0
  private furthest = 0
  private lastOnset = 0

  readMeasure(measure: Element, isFirst: boolean): void {
    this.now = this.furthest = this.bar
    const from = this.notes.length
    for (const each of measure.children) this.read(each)
    const length = barTicks(this.meter ?? [4, 4])
    const short = length - (this.furthest - this.bar)
    // A bar that is not full at the beginning is an upbeat: it ends with the bar line.
    if (isFirst && short > 0 && this.furthest > this.bar) {
      for (let i = from; i < this.notes.length; i++)
        this.notes[i] = { ...this.notes[i]!, at: this.notes[i]!.at + short }
      this.bar += length
    } else this.bar = this.furthest > this.bar ? this.furthest : this.bar + length
  }

  private ticks(element: Element): number {
    return ((numberIn(child(element, 'duration')) ?? 0) * TICKS_PER_QUARTER) / this.divisions
  }

  private read(element: Element): void {
    if (element.name === 'attributes') this.readAttributes(element)
    else if (element.name === 'note') this.readNote(element)
    else if (element.name === 'backup') this.now = Math.max(this.bar, this.now - this.ticks(element))
    else if (element.name === 'forward') this.go(this.ticks(element))
    else if (element.name === 'direction') {
      this.readTempo(child(element, 'sound'))
      for (const kind of childrenOf(element, 'direction-type')) this.readMetronome(child(kind, 'metronome'))
    } else if (element.name === 'sound') this.readTempo(element)
    else if (element.name === 'barline' && (child(element, 'repeat') || child(element, 'ending')))
      this.passed.add('repeat')
  }

  private go(ticks: number): void {
    this.now += ticks
    this.furthest = Math.max(this.furthest, this.now)
  }

  private readTempo(sound: Element | undefined): void {
    const bpm = Number(sound?.attributes.tempo)
    if (isTempo(bpm)) this.setTempo(bpm)
  }

  private readMetronome(metronome: Element | undefined): void {
    const bpm = numberIn(child(metronome, 'per-minute'))
    const unit = { half: 2, quarter: 1, eighth: 0.5 }[child(metronome, 'beat-unit')?.text ?? '']
    if (bpm === null || unit === undefined) return
    const quarters = bpm * unit * (child(metronome, 'beat-unit-dot') ? 1.5 : 1)
    if (this.tempo === null && isTempo(quarters)) this.tempo = Math.round(quarters * 1000) / 1000
  }

  private setTempo(bpm: number): void {
    // The mark that is read goes before what it sounds like, which comes with it and is more exact.
    if (this.notes.length === 0 || this.tempo === null) this.tempo = bpm
    else if (Math.abs(this.tempo - bpm) > 0.01) this.passed.add('tempo')
  }

  private readAttributes(element: Element): void {
    const divisions = numberIn(child(element, 'divisions'))
    if (divisions !== null && divisions > 0) this.divisions = divisions
    const time = child(element, 'time')
    const beats = (child(time, 'beats')?.text ?? '').split('+').reduce((sum, part) => sum + Number(part), 0)
    const unit = numberIn(child(time, 'beat-type'))
    if (Number.isInteger(beats) && beats >= 1 && beats <= 32 && unit !== null && [1, 2, 4, 8, 16].includes(unit)) {
      if (this.meter === null) this.meter = [beats, unit]
      else if (this.meter[0] !== beats || this.meter[1] !== unit) this.passed.add('meter')
    }
    const transpose = child(element, 'transpose')
    if (transpose)
      this.transpose =
        (numberIn(child(transpose, 'chromatic')) ?? 0) + 12 * (numberIn(child(transpose, 'octave-change')) ?? 0)
    for (const clef of childrenOf(element, 'clef'))
      if (child(clef, 'sign')?.text === 'TAB') this.tabStaff ??= clef.attributes.number ?? '1'
    for (const details of childrenOf(element, 'staff-details')) {
      const tuning = tuningOf(details)
      if (tuning.length > 0 && this.tuning.length === 0) this.tuning = tuning
      const capo = numberIn(child(details, 'capo'))
      if (capo !== null && capo >= 0 && capo <= 11) this.capo = Math.round(capo)
    }
  }

  private readNote(note: Element): void {
    if (child(note, 'grace')) return this.passed.add('grace')
    if (child(note, 'cue')) this.passed.add('cue')
    if (child(note, 'lyric')) this.passed.add('lyric')
    const ticks = this.ticks(note)
    const chord = child(note, 'chord') !== undefined
    const from = chord ? this.lastOnset : this.now
    if (!chord) {
      this.lastOnset = this.now
      this.go(ticks)
    }
    if (child(note, 'rest') || child(note, 'cue')) return
    if (child(note, 'unpitched')) return this.passed.add('unpitched')
    const midi = midiOfTag({
      step: at(note, 'pitch', 'step')?.text ?? '',
      alter: Math.round(numberIn(at(note, 'pitch', 'alter')) ?? 0),
      octave: numberIn(at(note, 'pitch', 'octave')) ?? Number.NaN,
    })
    if (midi === null || !Number.isInteger(midi)) return
    const technical = childrenOf(note, 'notations').flatMap(each => childrenOf(each, 'technical'))
    if (technical.some(each => child(each, 'bend'))) this.passed.add('bend')
    if (technical.some(each => child(each, 'harmonic'))) this.passed.add('harmonic')
    const [onset, end] = [Math.round(from), Math.round(from + ticks)]
    if (Math.abs(onset - from) > 1e-6 || Math.abs(end - from - ticks) > 1e-6) this.passed.add('rounded')
    const ties = childrenOf(note, 'tie').map(each => each.attributes.type)
    this.notes.push({
      at: onset,
      dur: Math.max(1, end - onset),
      midi: Math.max(0, Math.min(127, midi + this.transpose)),
      ...played(note),
      ...(child(note, 'notehead')?.text === 'x' && { muted: true }),
      staff: child(note, 'staff')?.text ?? '1',
      tiedOn: ties.includes('stop'),
    })
  }

  /** Notes of the staff that is read, tied pieces joined. */
  joined(): readonly FoundNote[] {
    const onTab = this.notes.filter(({ staff }) => staff === this.tabStaff)
    const read = (onTab.length > 0 ? onTab : this.notes).toSorted((a, b) => a.at - b.at)
    const open = new Map<string, number>()
    const joined: FoundNote[] = []
    for (const { staff: _, tiedOn, ...note } of read) {
      const key = `${note.midi} ${note.string ?? ''}`
      const before = open.get(key)
      const last = before === undefined ? undefined : joined[before]
      if (tiedOn && last && last.at + last.dur === note.at) joined[before!] = { ...last, dur: last.dur + note.dur }
      else {
        open.set(key, joined.length)
        joined.push(note)
      }
    }
    return joined
  }
}
