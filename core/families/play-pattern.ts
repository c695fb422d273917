import type { ChordShape } from '../chords/chord'
import { readTokens, stringOfRole, type Token } from '../chords/roles'
import type { Tick } from '../line/ticks'
import type { LineWriter, Played } from '../line/writer'
import { SpecError } from '../spec/spec-error'

/** A bass line: the next fret each time its role comes. */
export interface BassLine { readonly string: number, readonly frets: readonly number[] }

/** What a plucking pattern plays over one chord. */
export interface PatternOver {
  readonly chord: ChordShape
  readonly tokens: string
  readonly tokensPath: string
  /** Length to fill; a token that runs over its end is cut. */
  readonly ticks: Tick
  readonly topString: number
  readonly nextBass: (() => Played) | null
}

function played(token: Token, { chord, tokensPath, topString, nextBass }: PatternOver): readonly Played[] {
  const byString = new Map<number, Played>()
  for (const { finger, role } of token.notes) {
    let note: Played
    if (role === 'L') {
      if (!nextBass) throw new SpecError(tokensPath, 'role L needs a bass line: give `line` with its string and frets')
      note = { ...nextBass(), pluck: finger }
    }
    else {
      const string = stringOfRole(role, chord, topString)
      const place = chord.strings.find(each => each.string === string)
      if (!place) throw new SpecError(tokensPath, `role ${role} does not exist on ${chord.name}: it has ${chord.strings.length} sounding ${chord.strings.length === 1 ? 'string' : 'strings'}`)
      note = { string: place.string, fret: place.fret, finger: place.finger, position: chord.position, pluck: finger }
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
  const from = writer.at()
  const end = from + over.ticks
  for (let i = 0; writer.at() < end; i++) {
    const token = tokens[i % tokens.length]!
    writer.play(played(token, over), Math.min(token.ticks, end - writer.at()))
  }
  if (over.chord.contacts.length > 0) writer.grip(from, end, over.chord.contacts, !over.chord.typed)
}
