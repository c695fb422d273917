/** A note as programs write it: a quarter has one division. */
export function noteTag(name: string, quarters: number, type: string, more = ''): string {
  const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(name)!
  const alter = sign === '#' ? '<alter>1</alter>' : sign === 'b' ? '<alter>-1</alter>' : ''
  return `<note><pitch><step>${step}</step>${alter}<octave>${octave}</octave></pitch><duration>${quarters}</duration><type>${type}</type>${more}</note>`
}

/** A score of one part around bars, or around what fills one. */
export function scoreTag(inside: string, attributes = '<divisions>1</divisions>'): string {
  const bars = inside.startsWith('<measure')
    ? inside
    : `<measure number="1"><attributes>${attributes}</attributes>${inside}</measure>`
  return `<?xml version="1.0" encoding="UTF-8"?><!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 3.1 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd"><score-partwise version="3.1"><part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list><part id="P1">${bars}</part></score-partwise>`
}

const technical = (string: number, fret: number, more = '') =>
  `<notations><technical><string>${string}</string><fret>${fret}</fret>${more}</technical></notations>`

type Told = readonly [
  sentence: string,
  xml: string,
  /** Onset and length in quarters, pitch or string:fret. */
  notes: readonly (readonly [number, number, number | string])[],
  warnings: readonly string[],
]

/** Scores as other programs write them, each with what it means (MusicXML 4.0, final report 2021). */
export const MUSICXML_OF_OTHERS: readonly Told[] = [
  [
    'an upbeat ends with the bar line',
    scoreTag(
      `<measure number="0" implicit="yes"><attributes><divisions>1</divisions><time><beats>3</beats><beat-type>4</beat-type></time></attributes>${noteTag('E4', 1, 'quarter')}</measure><measure number="1">${noteTag('F4', 3, 'half')}</measure>`,
    ),
    [
      [2, 1, 64],
      [3, 3, 65],
    ],
    [],
  ],
  [
    'notes tied over a bar line are one',
    scoreTag(
      `<measure number="1"><attributes><divisions>1</divisions></attributes><forward><duration>3</duration></forward>${noteTag('E4', 1, 'quarter', '<tie type="start"/>').replace('<type>', '<tie type="start"/><type>').replace('</type><tie type="start"/>', '</type>')}</measure><measure number="2">${noteTag('E4', 2, 'half').replace('<type>', '<tie type="stop"/><type>')}</measure>`,
    ),
    [[3, 3, 64]],
    [],
  ],
  [
    'a second voice begins where the bar does',
    scoreTag(
      `${noteTag('E4', 2, 'half')}${noteTag('F4', 2, 'half')}<backup><duration>4</duration></backup>${noteTag('A2', 4, 'whole', '<voice>2</voice>')}`,
    ),
    [
      [0, 4, 45],
      [0, 2, 64],
      [2, 2, 65],
    ],
    [],
  ],
  [
    'a chord stands at one moment',
    scoreTag(`${noteTag('C4', 4, 'whole')}${noteTag('E4', 4, 'whole').replace('<note>', '<note><chord/>')}`),
    [
      [0, 4, 60],
      [0, 4, 64],
    ],
    [],
  ],
  [
    'a part that is written higher than it sounds is brought down',
    scoreTag(
      noteTag('E5', 4, 'whole'),
      '<divisions>1</divisions><transpose><diatonic>0</diatonic><chromatic>0</chromatic><octave-change>-1</octave-change></transpose>',
    ),
    [[0, 4, 64]],
    [],
  ],
  [
    'of a staff in notation and one of strings the strings are read',
    scoreTag(
      `${noteTag('E4', 4, 'whole', '<staff>1</staff>')}<backup><duration>4</duration></backup>${noteTag('E4', 4, 'whole', `<staff>2</staff>${technical(2, 5)}`)}`,
      '<divisions>1</divisions><staves>2</staves><clef number="1"><sign>G</sign></clef><clef number="2"><sign>TAB</sign></clef>',
    ),
    [[0, 4, '2:5']],
    [],
  ],
  [
    'grace notes, lyrics, repeats and bends are told',
    scoreTag(
      `<note><grace/><pitch><step>D</step><octave>4</octave></pitch></note>${noteTag('E4', 4, 'whole', `${technical(1, 0, '<bend><bend-alter>2</bend-alter></bend>')}<lyric><text>la</text></lyric>`)}<barline><repeat direction="backward"/></barline>`,
    ),
    [[0, 4, '1:0']],
    [
      '1 grace note is left out.',
      'Lyrics are left out.',
      'Repeats are not played out: each bar is read once.',
      'Bends are left out.',
    ],
  ],
  [
    'what lies under the guitar is left out, and told',
    scoreTag(`${noteTag('E1', 2, 'half')}${noteTag('E3', 2, 'half')}`),
    [[2, 2, 52]],
    ['1 note is too low or too high for this guitar: left out.'],
  ],
  [
    'a change of meter is told',
    scoreTag(
      `<measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>${noteTag('E4', 4, 'whole')}</measure><measure number="2"><attributes><time><beats>3</beats><beat-type>4</beat-type></time></attributes>${noteTag('G4', 3, 'half')}</measure>`,
    ),
    [
      [0, 4, 64],
      [4, 3, 67],
    ],
    ['The meter changes in the middle: the first is kept.'],
  ],
]
