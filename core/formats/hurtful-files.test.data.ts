import { strToU8, zipSync } from 'fflate'

const times = (text: string, count: number) => text.repeat(count)
const each = (count: number, text: (i: number) => string) => Array.from({ length: count }, (_, i) => text(i)).join('')

/** A score of one part around some measures. */
const score = (inside: string) =>
  `<?xml version="1.0"?><score-partwise><part-list><score-part id="P1"/></part-list><part id="P1">${inside}</part></score-partwise>`
const measure = (inside: string) => `<measure><attributes><divisions>1</divisions></attributes>${inside}</measure>`
const NOTE = '<note><pitch><step>E</step><octave>4</octave></pitch><duration>1</duration></note>'

/** Six lines of one content; a last line may differ. */
const strings = (content: string, first = content) =>
  ['e', 'B', 'G', 'D', 'A', 'E'].map((label, i) => `${label}|${i === 0 ? first : content}|`).join('\n')

/** A file of format 0 with one track (RP-001). */
function midi(event: (i: number) => readonly number[], count: number): Uint8Array {
  const track = Uint8Array.from(Array.from({ length: count }, (_, i) => event(i)).flat())
  const { length } = track
  const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 1, 0xe0, 0x4d, 0x54, 0x72, 0x6b]
  const file = new Uint8Array(22 + length)
  file.set([...head, length >>> 24, (length >> 16) & 255, (length >> 8) & 255, length & 255])
  file.set(track, 22)
  return file
}

/**
 * Files built to hurt: the largest that are let in, each with as much as it can hold of one thing. What reads them must
 * come to an end soon and in little memory, in whatever words.
 */
export const HURTFUL_FILES: readonly (readonly [name: string, file: () => Uint8Array | string])[] = [
  ['MIDI: a text whose length leads backwards', () => midi(() => [0, 0xff, 1, 0x8f, 0xff, 0xff, 0xff, 0x78], 1)],
  ['MIDI: as many events as bytes allow', () => midi(() => [0, 0xc0, 24], 660_000)],
  ['MIDI: notes all at once', () => midi(i => [0, 0x90, 40 + (i % 40), 90], 99_000)],
  ['MIDI: notes one after another', () => midi(i => [1, 0x90, 40 + (i % 40), 90, 1, 0x80, 40 + (i % 40), 0], 49_000)],
  ['tablature: a line of blanks', () => `${times(' ', 199_000)}x`],
  ['tablature: blanks after “tempo =”', () => `tempo =${times(' ', 190_000)}x\n${strings('-1')}`],
  [
    'tablature: many signs of equality, many blanks',
    () => `${times('= ', 50_000)}${times(' ', 90_000)}x\n${strings('-1')}`,
  ],
  ['tablature: the word capo', () => `${times('capo', 47_000)}\n${strings('-1')}`],
  ['tablature: one line of figures', () => `${times('120', 63_000)}\n${strings('-1')}`],
  ['tablature: a bar of frets', () => strings(times('1-', 16_000))],
  ['tablature: a bar of dead notes', () => strings(times('x-', 16_000))],
  ['tablature: bars without end', () => strings(times('-|', 16_000))],
  ['tablature: bars that are counted', () => `${times('1 + ', 7000)}\n${strings(times('-|', 14_000))}`],
  [
    'tablature: a bar that is counted',
    () => `${times('1+', 14_000)}\n${strings(times('-', 27_000), times('-1', 4000) + times('-', 19_000))}`,
  ],
  ['tablature: blocks without end', () => times('e|-1-|\nB|-1-|\nG|-1-|\nD|-1-|\n\n', 6800)],
  ['XML: elements', () => score(measure(times('<a/>', 4_700_000)))],
  ['XML: elements with names of their own', () => score(each(1_500_000, i => `<a${i}/>`))],
  ['XML: notes', () => score(measure(times(NOTE, 190_000)))],
  ['XML: measures', () => score(times('<measure/>', 1_800_000))],
  ['XML: parts', () => `<score-partwise>${each(600_000, i => `<part id="P${i}"><measure/></part>`)}</score-partwise>`],
  [
    'XML: parts in the list',
    () =>
      `<score-partwise><part-list>${each(150_000, i => `<score-part id="P${i}"/>`)}</part-list>${each(149_000, i => `<part id="Q${i}"/>`)}</score-partwise>`,
  ],
  ['XML: attributes', () => score(`<measure ${each(1_500_000, i => ` a${i}="1"`)}/>`)],
  ['XML: a long attribute', () => score(`<measure a="${times('x', 18_000_000)}"/>`)],
  ['XML: a long text', () => score(measure(`<words>${times('x', 18_000_000)}</words>`))],
  ['XML: entities', () => score(measure(`<words>${times('&amp;', 3_600_000)}</words>`))],
  ['XML: blanks', () => score(times(' ', 18_000_000))],
  ['XML: comments', () => score(times('<!---->', 2_700_000))],
  ['XML: character data', () => score(times('<![CDATA[]]>', 1_500_000))],
  ['XML: instructions', () => score(times('<?a?>', 3_700_000))],
  ['XML: elements one within another', () => times('<a>', 6_000_000)],
  ['XML: brackets', () => score(times('<', 18_000_000))],
  [
    'archive: entries',
    () => zipSync(Object.fromEntries(Array.from({ length: 5000 }, (_, i) => [`f${i}`, new Uint8Array()]))),
  ],
  ['archive: a score of blanks', () => zipSync({ 'score.xml': strToU8(score(times(' ', 15_000_000))) })],
]
