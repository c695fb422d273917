import { barTicks, TICKS_PER_QUARTER } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import { chordList, chordsInWords, chordShapes, chordTicks, nameIn } from './chord-fields'
import type { SheetFamily } from './family'
import { playPattern } from './play-pattern'
import { strum } from './strum'

/** One bar of 4/4 in eighths. */
const USUAL_STRUM = 'D - D U - U D U'

const block = fields.block({
  chords: chordList(),
  stage: fields.oneOf('stage', ['block', 'sequential', 'pattern', 'strum']).default('block'),
  tokens: fields.text(400).optional(),
  strum: fields.text(400).default(USUAL_STRUM),
  ring: fields.flag(false),
  barsPerChord: fields.whole('barsPerChord', 1, 16).default(1),
})
type Blocks = Infer<typeof block>
const EIGHTH = TICKS_PER_QUARTER / 2

/** Chord changes: as blocks, then finger after finger, then broken. */
export const blocks: SheetFamily<Blocks> = {
  name: 'blocks',
  label: 'Chord change',
  block,
  opening: {
    chords: [
      { name: 'E', frets: '022100' },
      { name: 'Am', frets: 'x02210' },
    ],
    stage: 'block',
    tokens: 'p:R i:3 m:2 a:1',
    strum: USUAL_STRUM,
    barsPerChord: 1,
    ring: false,
  },
  controls: [
    { kind: 'chords', path: 'blocks.chords', label: 'Chords' },
    {
      kind: 'choice',
      path: 'blocks.stage',
      label: 'Stage',
      options: [
        { value: 'block', label: 'blocks' },
        { value: 'sequential', label: 'one by one' },
        { value: 'pattern', label: 'broken' },
        { value: 'strum', label: 'strummed' },
      ],
    },
    { kind: 'tokens', path: 'blocks.tokens', label: 'Pattern', when: { path: 'blocks.stage', is: 'pattern' } },
    {
      kind: 'text',
      path: 'blocks.strum',
      label: 'Strokes',
      hint: 'in eighths: D down, U up, - past the strings, > accented, x damped: D - D U - U D> U',
      when: { path: 'blocks.stage', is: 'strum' },
    },
    {
      kind: 'choice',
      path: 'blocks.ring',
      label: 'Let ring',
      options: [
        { value: false, label: 'no' },
        { value: true, label: 'to the chord’s end' },
      ],
      when: { path: 'blocks.stage', is: 'pattern' },
    },
    { kind: 'number', path: 'blocks.barsPerChord', label: 'Bars a chord', min: 1, max: 8 },
  ],
  uses: ['plucking'],
  strums: true,
  plucking: ({ stage }) => (stage === 'pattern' || stage === 'strum' ? 'given' : undefined),
  build: (spec, drill, instrument) => {
    const chords = chordShapes(drill.chords, instrument, 'blocks')
    const bar = barTicks(spec.rhythm.meter)
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'blocks.chords', stringPath: 'blocks.chords' },
      writer => {
        for (const [i, chord] of chords.entries()) {
          const entry = drill.chords[i]!
          const ticks = chordTicks(entry, drill.barsPerChord, spec.rhythm.meter)
          const from = writer.at()
          const strings = chord.strings.map(each => each.string)
          const note = (each: (typeof chord.strings)[number]) => ({
            string: each.string,
            fret: each.fret,
            finger: each.finger,
            position: chord.position,
            name: nameIn(chord, instrument, each),
          })
          if (drill.stage === 'pattern') {
            const tokens = entry.tokens ?? drill.tokens
            if (!tokens) throw new SpecError('blocks.tokens', 'the broken stage needs a pattern')
            playPattern(writer, {
              chord,
              instrument,
              tokens,
              tokensPath: entry.tokens ? `blocks.chords.${i}.tokens` : 'blocks.tokens',
              ticks,
              topString: 1,
              nextBass: null,
              ring: drill.ring,
            })
            continue
          }
          if (drill.stage === 'strum')
            strum(writer, { chord, instrument, strokes: drill.strum, path: 'blocks.strum', ticks })
          if (drill.stage === 'block')
            for (let left = ticks; left > 0; left -= bar) writer.play(chord.strings.map(note), Math.min(bar, left))
          if (drill.stage === 'sequential') {
            if (chord.strings.length * EIGHTH > ticks)
              throw new SpecError(
                `blocks.chords.${i}`,
                `${chord.name} has ${chord.strings.length} strings; its time holds ${Math.floor(ticks / EIGHTH)} eighths`,
              )
            for (const each of chord.strings) {
              writer.turn()
              writer.play([{ ...note(each), dur: from + ticks - writer.at(), rings: true }], EIGHTH)
            }
            writer.rest(from + ticks - writer.at())
          }
          if (chord.contacts.length > 0)
            writer.grip(from, from + ticks, chord.contacts, {
              loose: !chord.typed,
              strings,
              ...(drill.stage === 'sequential' && { oneByOne: true as const }),
            })
        }
      },
    )
  },
  apart: ['fretting-hand'],
  stages: ({ stage }) => {
    const steps = [
      { name: 'as blocks', change: { blocks: { stage: 'block' } }, timed: true },
      { name: 'one by one', change: { blocks: { stage: 'sequential' } }, timed: true },
    ]
    return {
      before: { block: [], sequential: steps.slice(0, 1), pattern: steps, strum: steps.slice(0, 1) }[stage],
      name: { block: 'as blocks', sequential: 'one by one', pattern: 'broken', strum: 'strummed' }[stage],
    }
  },
  title: (spec, { chords, stage, strum }) =>
    `Change ${chordsInWords(chords, spec, 'blocks')}, ${{ block: 'as blocks', sequential: 'one by one', pattern: 'broken', strum: `strummed ${strum}` }[stage]}`,
  purpose: ({ stage }) =>
    ({
      block: 'The whole chord at once, legato: every finger has its place before the hand moves.',
      sequential: 'Each finger goes down when its string is needed, the bass first.',
      pattern: 'The change under a running pattern: nothing stops.',
      strum: 'The hand goes down and up with the beat whether it strikes or not; the change waits for no stroke.',
    })[stage],
}
