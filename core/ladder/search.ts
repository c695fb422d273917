import { distance } from 'fastest-levenshtein'
import { romanPosition } from '../guitar/geometry'

/** A drill as a search reads it. */
export interface Searched {
  readonly name: string
  readonly title: string
  /** Sentences about it: its purpose, what is new in it. */
  readonly about: readonly string[]
  /** What its technique is called; null for own music. */
  readonly technique: string | null
  readonly spec: Readonly<Record<string, unknown>>
  readonly slurred: boolean
  readonly strings: readonly number[]
  readonly fingers: readonly number[]
  /** Grade as a whole number; null without one. */
  readonly grade: number | null
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/(\w)[-–](?=[a-z])/g, '$1 ')
const wordsOf = (text: string): readonly string[] => plain(text).match(/[a-z0-9#]+/g) ?? []

/** Usual names that are one thing, however they are typed (common practice). */
const PHRASES: readonly (readonly [RegExp, string])[] = [
  [/\bhammer(ed|ing|s)?( ?ons?)?\b/g, 'hammer'],
  [/\bpull(ed|ing|s)?( ?offs?)?\b/g, 'pull'],
  [/\bwarm ?ups?\b/g, 'warmup'],
  [/\brest strokes?\b|\bapoyando\b/g, 'reststroke'],
  [/\bfree strokes?\b|\btirando\b/g, 'freestroke'],
  [/\b(three|3) (notes? )?(a|per) string\b|\b3nps\b/g, 'threeastring'],
  [/\b(one|single) string\b/g, 'onestring'],
  [/\bstring skip(s|ping)?\b|\bskip(s|ping)?( (a )?strings?)?\b/g, 'skipping'],
  [/\balternat(e|ing) (thumb|bass)\b|\btravis\b/g, 'alternatingthumb'],
  [/\bfinger ?pick(ing|ed)?\b|\bfinger ?style\b/g, 'fingerstyle'],
  [/\bopen strings?\b/g, 'openstring'],
  [/\b(little|fourth|4th) finger\b|\bpink(y|ie)\b/g, 'finger4'],
  [/\b(ring|third|3rd) finger\b/g, 'finger3'],
  [/\b(16ths?|sixteenths?)( notes?)?\b/g, 'sixteenths'],
  [/\b(8ths?|eighths?)( notes?)?\b/g, 'eighths'],
  [/\btriplets?\b/g, 'triplets'],
  [/\bbarr?es?\b|\bbar chords?\b/g, 'barre'],
  [/\bgrade ?(\d)\b|\blevel ?(\d)\b/g, 'grade$1$2'],
  [/\bstring ?(\d)\b/g, 'string$1'],
  [/\bfinger ?(\d)\b/g, 'finger$1'],
  [/\b(position|pos) ?([ivx]+|\d+)\b|\b(\d+)(st|nd|rd|th) position\b/g, 'position$2$3'],
  [/\bdown ?strokes?\b|\ball down\b/g, 'downstrokes'],
  [/\bfull barre\b/g, 'barre'],
  [/\bchord changes?\b|\bchanging chords?\b/g, 'chordchange'],
]
const ORDINALS = 'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ')
const ordinal = new RegExp(`\\b(${ORDINALS.join('|')}) position\\b`, 'g')

/** A text in which what is one thing is one word: usual names, positions, fingers that follow each other. */
const joined = (text: string) =>
  PHRASES.reduce((now, [phrase, word]) => now.replace(phrase, word), plain(text))
    .replace(ordinal, (_, number: string) => `position${ORDINALS.indexOf(number) + 1}`)
    .replace(/\b\d( \d)+\b/g, figures => figures.replaceAll(' ', ''))

/** Words that say nothing of which drill is meant. */
const IDLE = new Set(
  'an and the of for on in with to at by from exercise exercises drill drills guitar practice some my'.split(' '),
)

/** What a technique or a family is also called (common practice). */
const TECHNIQUE_WORDS: Readonly<Record<string, string>> = {
  order: 'spider finger order orders permutation combination chromatic 1234 independence',
  pair: 'pair pairs two fingers independence',
  held: 'held hold holding fixed finger independence anchor',
  chromatic: 'chromatic shift shifts shifting position',
  slur: 'slur slurs legato',
  tap: 'tap taps tapping twohanded two handed legato',
  cell: 'threeastring three cell fragment stretch',
  scale: 'scale scales',
  pattern: 'fingerstyle arpeggio arpeggios pattern plucking plucked righthand right hand picado',
  shape: 'arpeggio arpeggios chord tones shape',
  diagonal: 'diagonal arpeggio arpeggios sweep sweeping fingerstretch',
  picking: 'picking pick plectrum string crossing crossings tremolo',
  pedal: 'pedal point tone drone',
  blocks: 'chord chords chordchange change changes',
  strum: 'strum strums strumming rhythm',
  count: 'count counting click pulse time timing rhythm metronome silent',
  warmup: 'warmup warm stretch stretches stretching',
  free: 'own music piece study',
}
const SYSTEM_WORDS: Readonly<Record<string, string>> = {
  'alternate': 'alternate alternating picking pick plectrum down up',
  'down': 'downstrokes down picking pick plectrum',
  'economy': 'economy picking pick plectrum',
  'sweep': 'sweep sweeping picking pick plectrum',
  'hybrid': 'hybrid picking pick fingers',
  'pima': 'p i m a pima fingerstyle classical righthand right hand',
  'im': 'i m im index middle alternation classical righthand right hand picado',
  'thumb': 'thumb',
  'thumb-pick': 'thumb pick thumbpick',
  'rake': 'rake raked raking',
}
const RHYTHM_WORDS: Readonly<Record<number, string>> = {
  1: 'quarters',
  2: 'eighths',
  3: 'triplets',
  4: 'sixteenths',
  5: 'quintuplets',
  6: 'sextuplets',
}

interface PluckingField {
  readonly system?: string
  readonly stroke?: string
}
/** What a spec is found by besides its title. */
function wordsOfSpec({ spec, slurred, strings, fingers }: Searched): readonly string[] {
  const family = String(spec.family)
  const own = (spec[family] ?? {}) as Readonly<Record<string, unknown>>
  const plucking = (spec.plucking ?? {}) as PluckingField
  const rhythm = (spec.rhythm ?? {}) as { readonly perBeat?: number }
  const text = JSON.stringify(own)
  const groups = (own.groups ?? []) as readonly (readonly number[])[]
  const turns = family === 'slur' ? groups.map(group => Math.sign((group.at(-1) ?? 0) - (group[0] ?? 0))) : []
  const trill = own.trill === true
  const system = plucking.system ?? (family === 'pattern' ? 'pima' : family === 'blocks' ? '' : 'alternate')
  const order = (spec.strings as { readonly order?: unknown } | undefined)?.order
  const positions = [spec.position, ...((own.positions ?? []) as readonly unknown[])].filter(
    (fret): fret is number => typeof fret === 'number' && fret > 0,
  )
  return [
    TECHNIQUE_WORDS[family],
    SYSTEM_WORDS[system],
    SYSTEM_WORDS[String(own.play)],
    RHYTHM_WORDS[rhythm.perBeat ?? 4],
    ...(plucking.stroke === 'rest' ? ['reststroke'] : []),
    ...(slurred ? ['slur slurred legato'] : []),
    ...(trill ? ['trill trills hammer pull legato'] : []),
    ...(turns.some(turn => turn > 0) || (slurred && family !== 'slur') ? ['hammer'] : []),
    ...(turns.some(turn => turn < 0) || (slurred && family !== 'slur') ? ['pull'] : []),
    ...(order === 'skip' || /skip/.test(text) ? ['skipping'] : []),
    ...(strings.length === 1 ? ['onestring'] : []),
    ...(family === 'pattern' && /p:R.*p:A/.test(text) ? ['alternatingthumb alternating thumb bass'] : []),
    ...(family === 'blocks' && own.stage === 'strum' ? [TECHNIQUE_WORDS.strum!] : []),
    ...(/133211|x13321|355333|244222|x24432|\d[34]{2}\d/.test(text) ? ['barre'] : []),
    ...(own.layout === 'three-per-string' ? ['threeastring'] : []),
    ...(own.play === 'sweep' || own.play === 'swept' ? ['sweep sweeping'] : []),
    ...(own.play === 'rake' ? ['rake raked'] : []),
    ...(/\[0,|"fret":0|fromOpen":true/.test(text) ? ['openstring'] : []),
    ...positions.flatMap(fret => [`position${fret}`, `position${plain(romanPosition(fret))}`]),
    ...strings.map(string => `string${string}`),
    ...fingers.map(finger => `finger${finger}`),
  ]
    .filter(words => words !== undefined)
    .flatMap(words => words.split(' '))
}

interface Index {
  /** What it is called. */
  readonly name: readonly string[]
  /** What it is. */
  readonly kind: readonly string[]
  /** What is said of it. */
  readonly about: readonly string[]
}
const indexes = new WeakMap<Searched, Index>()

/** The words of a drill; made when somebody first searches. */
function indexOf(drill: Searched): Index {
  const known = indexes.get(drill)
  if (known) return known
  const { name, title, about, technique, grade } = drill
  const index = {
    name: [...wordsOf(joined(name)), ...wordsOf(joined(title)), ...wordsOf(title)],
    kind: [
      ...wordsOf(joined(technique ?? '')),
      ...wordsOf(technique ?? ''),
      ...wordsOfSpec(drill),
      ...(grade === null ? [] : [`grade${grade}`, String(grade)]),
    ],
    about: about.flatMap(text => [...wordsOf(joined(text)), ...wordsOf(text)]),
  }
  indexes.set(drill, index)
  return index
}

/** Letters from which a word may be the beginning of one, and from which one slip of the pen is forgiven. */
const [PREFIX_LETTERS, FUZZY_LETTERS] = [3, 5]

/** Endings that make another form of a word. */
const ENDINGS = new Set(['s', 'es', 'ing', 'ed'])

/** How well a word is among some: 0 whole, 1 as a beginning, 2 with one slip of the pen; null not at all. */
function fitOf(word: string, among: readonly string[]): number | null {
  if (among.includes(word)) return 0
  // Figures that do not follow each other as typed may still all be there.
  if (/^\d{2,4}$/.test(word) && [...word].every(figure => among.includes(figure))) return 2
  if (word.length < PREFIX_LETTERS || /\d|^position./.test(word)) return null
  if (among.some(each => each.startsWith(word) || (word.startsWith(each) && ENDINGS.has(word.slice(each.length)))))
    return 1
  if (word.length < FUZZY_LETTERS) return null
  return among.some(each => Math.abs(each.length - word.length) < 2 && distance(each, word) === 1) ? 2 : null
}

/** What somebody typed, as words to look for. @example searchWords('hammer-ons on string 2') // ['hammer', 'string2'] */
export function searchWords(typed: string): readonly string[] {
  const words = wordsOf(joined(typed))
  // Among letters of fingers `a` is one of them, else an article.
  const letters = words.filter(word => /^[a-z]$/.test(word)).length
  return words.filter(word => (word === 'a' ? letters > 1 : !IDLE.has(word)))
}

/**
 * How far a drill is from what was typed: every word has to be found, by itself, in its name, in what it is, or in what
 * is said of it; short words and numbers whole, longer ones as the beginning of a word or with one slip of the pen.
 * @param words By {@link searchWords}.
 * @returns The smaller the better; null where a word is missing.
 */
export function searchRank(drill: Searched, words: readonly string[]): number | null {
  const { name, kind, about } = indexOf(drill)
  const { title } = drill
  let rank = 0
  for (const word of words) {
    const fits = [fitOf(word, name), fitOf(word, kind), fitOf(word, about)].map((fit, place) =>
      fit === null ? Infinity : 4 * fit + place,
    )
    const best = Math.min(...fits)
    if (best === Infinity) return null
    rank += best
  }
  // Of equals the one that says least besides.
  return rank + title.length / 1000
}

/**
 * Those of a list in which what was typed is found, the best first, of equals in the order of the list; the list as it
 * is while nothing was typed.
 * @param of What a search reads of one.
 */
export function searched<T>(list: readonly T[], typed: string, of: (each: T) => Searched): T[] {
  const words = searchWords(typed)
  if (words.length === 0) return [...list]
  return list
    .flatMap(each => {
      const rank = searchRank(of(each), words)
      return rank === null ? [] : [{ each, rank }]
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ each }) => each)
}
