import type { ChordShape } from '../chords/chord'
import { readTokens, stringOfRole, type Token } from '../chords/roles'
import type { Instrument } from '../guitar/instrument'
import type { Tick } from '../line/ticks'
import type { LineWriter, Played } from '../line/writer'
import { SpecError } from '../schema/spec-error'
import { nameIn } from './chord-fields'

/** A bass line: the next fret each time its role comes. */
export interface BassLine {
  readonly string: number
  readonly frets: readonly number[]
}

/** What a plucking pattern plays over one chord. */
export interface PatternOver {
  readonly chord: ChordShape
  readonly instrument: Instrument
  readonly tokens: string
  readonly tokensPath: string
  /** Length to fill; a token that runs over its end is cut. */
  readonly ticks: Tick
  readonly topString: number
  readonly nextBass: (() => Played) | null
  /** Every note sounds on to the end of the chord. */
  readonly ring: boolean
}

function played(token: Token, { chord, instrument, tokensPath, topString, nextBass }: PatternOver): readonly Played[] {
  const byString = new Map<number, Played>()
  for (const { finger, role } of token.notes) {
    let note: Played
    if (role === 'L') {
      if (!nextBass) throw new SpecError(tokensPath, 'role L needs a bass line: give `line` with its string and frets')
      note = { ...nextBass(), pluck: finger }
    } else {
      const string = stringOfRole(role, chord, topString)
      const place = chord.strings.find(each => each.string === string)
      if (!place)
        throw new SpecError(
          tokensPath,
          `role ${role} does not exist on ${chord.name}: it has ${chord.strings.length} sounding ${chord.strings.length === 1 ? 'string' : 'strings'}`,
        )
      note = {
        string: place.string,
        fret: place.fret,
        finger: place.finger,
        position: chord.position,
        pluck: finger,
        name: nameIn(chord, instrument, place),
      }
    }
    // Two roles on one string sound once, by the thumb.
    const there = byString.get(note.string)
    if (!there || (finger === 'p' && there.pluck !== 'p')) byString.set(note.string, note)
  }
  return [...byString.values()]
}

/**
 * Plays a pattern over one chord, again and again until its bars are full, the chord held throughout.
 * @throws SpecError when a token cannot be read or asks for a role the chord lacks.
 */
export function playPattern(writer: LineWriter, over: PatternOver): void {
  const tokens = readTokens(over.tokens, over.tokensPath)
  if (tokens.every(({ notes }) => notes.length === 0)) throw new SpecError(over.tokensPath, 'the pattern is all rests')
  const from = writer.at()
  const end = from + over.ticks
  for (let i = 0; writer.at() < end; i++) {
    const token = tokens[i % tokens.length]!
    const dur = Math.min(token.ticks, end - writer.at())
    if (token.notes.length === 0) writer.rest(dur)
    else
      writer.play(
        played(token, over).map(note => (over.ring ? { ...note, dur: end - writer.at(), rings: true } : note)),
        dur,
      )
  }
  if (over.chord.contacts.length > 0)
    writer.grip(from, end, over.chord.contacts, {
      loose: !over.chord.typed,
      strings: over.chord.strings.map(each => each.string),
    })
}
