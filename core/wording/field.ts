import type { Family } from '../families/family'

/** What the parameters all families share are called. */
export const FIELD_LABELS = {
  'family': 'Family',
  'version': 'Version',
  'position': 'Position',
  'strings': 'Strings',
  'strings.from': 'From string',
  'strings.to': 'To string',
  'strings.order': 'Strings in order',
  'strings.travel': 'There and back',
  'strings.repeatTurn': 'Turning string',
  'rhythm.perBeat': 'Notes per beat',
  'rhythm.meter': 'Meter',
  'times': 'Repeats',
  'tempo': 'Tempo',
  'slurs': 'Slurred notes',
  'plucking': 'Plucking',
  'plucking.system': 'Plucking',
  'plucking.start': 'Begins',
  'plucking.stroke': 'Stroke',
  'plucking.cycle': 'Round',
  'hold': 'Fingers stay down',
  'fingering.rule': 'Fingering',
  'sound.length': 'Length',
  'sound.damp': 'Notes are stopped by',
  'sound.swell': 'Swell',
  'sound.accentEvery': 'Accent every',
  'instrument': 'Guitar',
  'instrument.capo': 'Capo',
  'then': 'Variation',
} as const satisfies Readonly<Record<string, string>>

/** A family as far as its fields have names. */
type Named = Pick<Family, 'name' | 'label' | 'controls'>

const labelsOf = (family: Named | undefined): Readonly<Record<string, string>> => ({
  ...FIELD_LABELS,
  ...(family && {
    [family.name]: family.label,
    ...Object.fromEntries(family.controls.map(({ path, label }) => [path, label])),
  }),
})

/** `birthYear` is a birth year; the third of a list is number 3. */
const partInWords = (part: string) =>
  /^\d+$/.test(part) ? String(Number(part) + 1) : part.replace(/[A-Z]/g, letter => ` ${letter.toLowerCase()}`)

/**
 * A field as a teacher knows it: by the name of its parameter where it has one, then by what lies within.
 * @param path Dots between its parts, `''` for the whole.
 * @param family Whose parameters are meant, where it is those of a drill.
 * @example fieldInWords('strings.from') // 'From string'
 * @example fieldInWords('birthYear') // 'birth year'
 */
export function fieldInWords(path: string, family?: Named): string {
  const labels = labelsOf(family)
  const parts = path.split('.').filter(Boolean)
  let known = parts.length
  while (known > 0 && !(parts.slice(0, known).join('.') in labels)) known--
  const words = known > 0 ? [labels[parts.slice(0, known).join('.')]!] : []
  for (const part of parts.slice(known)) {
    const said = partInWords(part)
    if (/^\d+$/.test(part) && words.length > 0) words[words.length - 1] += ` ${said}`
    else words.push(said)
  }
  return words.join(', ')
}
