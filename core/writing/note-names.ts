import { Note } from 'tonal'
import type { FreeNote } from '../families/free'
import { MOST_WRITTEN } from '../line/budget'
import type { Tick } from '../line/ticks'
import { pitchName } from '../pitch/pitch'
import { lengthTicks, NOTE_VALUES, type NoteValue } from './lengths'
import type { Clip } from './edit'

/** What was read, or which word stands in the way and why. */
export type ReadNames = { readonly ok: true; readonly clip: Clip } | { readonly ok: false; readonly why: string }

const NAME = /^([A-Ga-g])([#♯b♭x]{0,2})(-?\d)?$/
const LENGTH = /^([whqesn])(\.?)(?:(3|5|6|7))?$/

/** The pitch of a name; without an octave the nearest to the pitch before it, downward where both are as near. */
function pitchOf(text: string, before: number): number | null {
  const match = NAME.exec(text)
  if (!match) return null
  const name = `${match[1]!.toUpperCase()}${match[2]!.replace(/♯/g, '#').replace(/♭/g, 'b').replace('x', '##')}`
  if (match[3] !== undefined) return Note.midi(`${name}${match[3]}`) ?? null
  const chroma = Note.chroma(name)!
  const up = (chroma - (before % 12) + 12) % 12
  return before + (up > 5 ? up - 12 : up)
}

/**
 * Reads music typed as note names: `E4 F#4 G4/h`, notes together joined by `+`, `r` for a rest, a length after `/`
 * (w h q e s n, dotted with a point, `3` for a triplet), kept until another is named; bar lines are passed over.
 * Names are sounding pitches, C4 is middle C; without an octave the nearest to the note before.
 * @param length Ticks of a note before any length is named.
 * @param lowest Lowest pitch the guitar has, and @param highest its highest: others are refused by name.
 */
export function readNoteNames(text: string, length: Tick, [lowest, highest]: readonly [number, number]): ReadNames {
  const notes: FreeNote[] = []
  let at = 0
  let dur = length
  let before = 60
  const words = text.split(/[\s|,;]+/).filter(Boolean)
  if (words.length === 0) return { ok: false, why: 'nothing is typed' }
  for (const [i, word] of words.entries()) {
    const bad = (why: string): ReadNames => ({ ok: false, why: `word ${i + 1}, “${word.slice(0, 40)}”: ${why}` })
    const [names, value, ...more] = word.split('/')
    if (more.length > 0) return bad('one length follows a note, after one stroke')
    if (value !== undefined) {
      const match = LENGTH.exec(value)
      if (!match) return bad(`a length is one of ${NOTE_VALUES.map(each => each.value).join(' ')}, such as q or e.`)
      const tuplet = (match[3] ? Number(match[3]) : 1) as 1 | 3
      dur = lengthTicks({ value: match[1] as NoteValue, dotted: match[2] === '.', tuplet })
    }
    if (names !== 'r') {
      const midis: number[] = []
      for (const name of names!.split('+')) {
        const midi = pitchOf(name, before)
        if (midi === null) return bad(`“${name}” is no note name, such as E4, F#3 or Bb; r is a rest`)
        if (midi < lowest || midi > highest)
          return bad(
            `${name} ${midi < lowest ? 'is lower than' : 'is higher than'} this guitar plays (${pitchName(lowest)} to ${pitchName(highest)})`,
          )
        midis.push(midi)
        before = midi
      }
      before = midis[0]!
      if (notes.length + midis.length > MOST_WRITTEN)
        return bad(`more than ${MOST_WRITTEN.toLocaleString('en-GB')} notes are too many for a drill`)
      for (const midi of new Set(midis)) notes.push({ at, dur, midi })
    }
    at += dur
  }
  return notes.length > 0 ? { ok: true, clip: { notes, ticks: at } } : { ok: false, why: 'there are only rests' }
}
