import type { ChordShape } from '../chords/chord'
import { writeLine, type Played } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import { chordList, chordsInWords, chordShapes, chordTicks } from './chord-fields'
import type { SheetFamily } from './family'
import { playPattern } from './play-pattern'

const block = fields.block({
  chords: chordList(),
  tokens: fields.text(400),
  barsPerChord: fields.whole('barsPerChord', 1, 16).default(1),
  topString: fields.whole('topString', 1, 8).optional(),
  ring: fields.flag(false),
  line: fields.block({ string: fields.string(), frets: fields.list(fields.fret(), 1, 64) }).optional(),
})
type Pattern = Infer<typeof block>

/** The finger for a note of the bass line: the chord's own where it lies there, else the nearest that is free. */
function bassNote(string: number, fret: number, chord: ChordShape): Played {
  const own = chord.contacts.find(contact => contact.string === string && contact.fret === fret)
  if (fret === 0 || own) return { string, fret, finger: own?.finger ?? 0, position: chord.position }
  const taken = new Set(chord.contacts.filter(contact => contact.string !== string).map(contact => contact.finger))
  const wanted = Math.min(4, Math.max(1, fret - chord.position + 1))
  const finger = ([1, 2, 3, 4] as const)
    .filter(each => !taken.has(each))
    .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0]
  if (!finger)
    throw new SpecError('pattern.line', `no finger is free for fret ${fret} of the bass line over ${chord.name}`)
  return { string, fret, finger, position: chord.position }
}

const THUMB = 'p:R {1} p:A {2}'
const LETTERS = ['i', 'm', 'a'] as const
const VOICE = { i: 3, m: 2, a: 1 } as const

/**
 * Over an alternating thumb: the six ordered pairs of i, m, a, between the thumb's notes and together with them (common
 * practice).
 */
export const THUMB_PATTERNS: readonly { readonly label: string; readonly tokens: string }[] = LETTERS.flatMap(first =>
  LETTERS.filter(second => second !== first).flatMap(second => [
    {
      label: `${first} ${second} between`,
      tokens: THUMB.replace('{1}', `${first}:${VOICE[first]}`).replace('{2}', `${second}:${VOICE[second]}`),
    },
    { label: `${first} ${second} together`, tokens: `p:R+${first}:${VOICE[first]}/q p:A+${second}:${VOICE[second]}/q` },
  ]),
)

/** A plucking pattern on string roles, so that it transfers to any chord. */
export const pattern: SheetFamily<Pattern> = {
  name: 'pattern',
  label: 'Plucking pattern',
  block,
  opening: {
    chords: [
      { name: 'C', frets: 'x32010' },
      { name: 'G', frets: '320003' },
    ],
    tokens: 'p:R i:3 m:2 a:1 p:A i:3 m:2 a:1',
    barsPerChord: 1,
    ring: false,
  },
  controls: [
    { kind: 'chords', path: 'pattern.chords', label: 'Chords' },
    { kind: 'tokens', path: 'pattern.tokens', label: 'Pattern' },
    {
      kind: 'choice',
      path: 'pattern.ring',
      label: 'Let ring',
      options: [
        { value: false, label: 'no' },
        { value: true, label: 'to the chord’s end' },
      ],
    },
    { kind: 'number', path: 'pattern.barsPerChord', label: 'Bars a chord', min: 1, max: 8 },
  ],
  uses: [],
  plucking: () => 'given',
  build: (spec, drill, instrument) => {
    const chords = chordShapes(drill.chords, instrument, 'pattern')
    return writeLine(
      spec,
      instrument,
      {
        noteIds: 'numbers',
        fretPath: 'pattern.chords',
        stringPath: 'pattern.line.string',
        sizePath: 'pattern.barsPerChord',
      },
      writer => {
        let next = 0
        for (const [i, chord] of chords.entries()) {
          const entry = drill.chords[i]!
          const { line } = drill
          playPattern(writer, {
            chord,
            instrument,
            tokens: entry.tokens ?? drill.tokens,
            tokensPath: entry.tokens ? `pattern.chords.${i}.tokens` : 'pattern.tokens',
            ticks: chordTicks(entry, drill.barsPerChord, spec.rhythm.meter),
            topString: drill.topString ?? 1,
            ring: drill.ring,
            nextBass: line ? () => bassNote(line.string, line.frets[next++ % line.frets.length]!, chord) : null,
          })
        }
      },
    )
  },
  apart: ['plucking-hand'],
  stages: ({ chords, barsPerChord }, { then, sound }) => {
    const [first, ...others] = chords
    const changing = others.length > 0
    const bare = chords.map(({ tokens: _, ...chord }) => chord)
    const blocks = { family: 'blocks', pattern: null, blocks: { chords: bare, stage: 'block', barsPerChord }, then: [] }
    const thumb = { then: [...then, { do: 'only', part: 'thumb' }] }
    const planted = { sound: { length: 'staccato', damp: 'plucking' } }
    return {
      before: [
        ...(changing ? [{ name: 'chords as blocks', change: blocks, timed: true }] : []),
        { name: 'thumb alone', change: thumb, timed: true },
        ...(sound.length === 'legato' ? [{ name: 'planted, with a gap', change: planted, timed: false }] : []),
        ...(changing ? [{ name: 'on one chord', change: { pattern: { chords: [first] } }, timed: true }] : []),
      ],
      name: changing ? 'with the chord changes' : 'thumb and fingers',
    }
  },
  title: (spec, { chords, tokens, ring }) =>
    `Pattern ${tokens
      .split(/\s+/)
      .map(token => (/^r(\/|$)/.test(token) ? '–' : token.replace(/:[RABL1-4]/g, '').replace(/\/\S+/, '')))
      .join(' ')} over ${chordsInWords(chords, spec, 'pattern')}${ring ? ', ringing' : ''}`,
  purpose: () => 'The plucking hand keeps its pattern while the chords change under it.',
}
