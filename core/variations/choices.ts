import { minimalSpec } from '../families/minimal-spec'
import { familyNamed, familyUses } from '../families/registry'
import { romanPosition } from '../guitar/geometry'
import { changedSpec, type SpecChange } from '../schema/change'
import type { Transform } from '../schema/fields'
import type { Spec } from '../schema/parse'
import { realise } from '../score/realise'
import type { Score } from '../score/score'
import { transformsInWords } from '../transforms/registry'

/** A way to vary a drill: what it is called, what it trains, what it does to the spec. */
export interface VariationChoice {
  readonly id: string
  readonly label: string
  /** What it trains, as a phrase. */
  readonly trains: string
  /** Added to the transforms of the drill. */
  readonly transform?: Transform
  /** Parameters that change. */
  readonly change?: SpecChange
}

/** The most variations that stand side by side. */
export const MOST_VARIATIONS = 8

const byTransform = (id: string, transform: Transform, trains: string): VariationChoice => ({
  id,
  label: transformsInWords([transform]).join(''),
  trains,
  transform,
})

/** What acts on the line of any drill. */
const LINES: readonly VariationChoice[] = [
  byTransform('reverse', { do: 'reverse' }, 'the way back first: the other hand position leads'),
  byTransform('mirror', { do: 'mirror' }, 'turning round without a stop'),
  byTransform('rotate-2', { do: 'rotate', n: 2 }, 'another finger on the beat'),
  byTransform('rotate-3', { do: 'rotate', n: 3 }, 'a third finger on the beat'),
  byTransform('strokes', { do: 'strokes', by: 1 }, 'the other stroke or finger on the beat'),
  byTransform(
    'accents-3',
    { do: 'accents', every: 3, from: 1 },
    'accents across the beat: the hands against the count',
  ),
  byTransform('accents-2', { do: 'accents', every: 2, from: 2 }, 'accents off the beat'),
  byTransform('thinner', { do: 'string-set', by: -1 }, 'the same under thinner strings'),
  byTransform('thicker', { do: 'string-set', by: 1 }, 'the same under thicker strings'),
]

const SOUND: readonly VariationChoice[] = [
  {
    id: 'staccato',
    label: 'staccato',
    trains: 'stopping each note: fingers ease off together',
    change: { sound: { length: 'staccato' } },
  },
  {
    id: 'muted',
    label: 'on muted strings',
    trains: 'time and touch without pitch',
    change: { sound: { length: 'muted' } },
  },
  {
    id: 'swell',
    label: 'growing louder and softer',
    trains: 'one touch from soft to loud',
    change: { sound: { swell: 'both' } },
  },
]

const HANDS: readonly VariationChoice[] = [
  byTransform(
    'fretting',
    { do: 'only', part: 'fretting-hand' },
    'the fretting hand by itself: fingers fall and lift in time',
  ),
  byTransform('plucking', { do: 'only', part: 'plucking-hand' }, 'the plucking hand by itself, on open strings'),
]

const DIVISIONS = [2, 3, 4, 6] as const

function divisions({ rhythm }: Spec): readonly VariationChoice[] {
  return DIVISIONS.filter(n => n !== rhythm.perBeat).map(n =>
    byTransform(
      `division-${n}`,
      { do: 'perBeat', n },
      n > rhythm.perBeat
        ? 'more notes to the beat at the same tempo'
        : 'fewer notes to the beat: another grouping is felt',
    ),
  )
}

function positions({ position }: Spec): readonly VariationChoice[] {
  return [1, 5, 9]
    .filter(to => to !== position)
    .map(to => ({
      ...byTransform(
        `position-${to}`,
        { do: 'position', to },
        to < position ? 'a wider stretch: frets are further apart' : 'closer frets: less stretch, a higher reach',
      ),
      label: `in ${romanPosition(to)}`,
    }))
}

const SLURS: readonly VariationChoice[] = [
  {
    id: 'slurs-2',
    label: 'second note slurred',
    trains: 'hammer-on and pull-off by the second finger of each visit',
    change: { slurs: [2] },
  },
  {
    id: 'slurs-all',
    label: 'all slurred',
    trains: 'the fretting hand alone makes the sound, one pluck a string',
    change: { slurs: [2, 3, 4] },
  },
]

const PLUCKING = [
  { id: 'pluck-down', label: 'every stroke down', trains: 'even down-strokes', system: 'down' },
  { id: 'pluck-im', label: 'plucked i m', trains: 'index and middle in turn', system: 'im' },
  { id: 'pluck-ma', label: 'plucked m a', trains: 'the weaker pair of the plucking hand', system: 'ma' },
] as const

function pluckings({ plucking }: Spec): readonly VariationChoice[] {
  return PLUCKING.filter(({ system }) => system !== plucking.system).map(({ id, label, trains, system }) => ({
    id,
    label,
    trains,
    change: { plucking: { system, start: null } },
  }))
}

/** The spec of a drill varied in several ways, one after the other; unchecked. */
export const varied = (spec: Spec, choices: readonly VariationChoice[]): Readonly<Record<string, unknown>> =>
  choices.reduce<Readonly<Record<string, unknown>>>(
    (now, { transform, change }) => ({
      ...changedSpec(now, change ?? null),
      ...(transform && { then: [...((now.then as readonly Transform[] | undefined) ?? []), transform] }),
    }),
    spec,
  )

/** Every way to vary a drill that its family has a use for; whether it can be played is to be seen. */
export function variationChoices(spec: Spec): readonly VariationChoice[] {
  const family = familyNamed(spec.family)
  if (!('build' in family)) return []
  return [
    ...LINES,
    ...(familyUses(family, 'perBeat') ? divisions(spec) : []),
    ...(familyUses(family, 'position') ? positions(spec) : []),
    ...(familyUses(family, 'slurs') && spec.slurs.length === 0 ? SLURS : []),
    ...(familyUses(family, 'plucking') ? pluckings(spec) : []),
    ...SOUND.filter(({ id }) => id !== spec.sound.length),
    ...HANDS,
  ]
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Several ways to vary a drill as one change of it, to be kept and made at another time. */
export function changeOf(spec: Spec, choices: readonly VariationChoice[]): SpecChange {
  const changes = choices.flatMap(({ change }) => (change ? Object.entries(change) : []))
  const merged = changes.reduce<Record<string, unknown>>((all, [key, value]) => {
    const before = all[key]
    return { ...all, [key]: isRecord(before) && isRecord(value) ? { ...before, ...value } : value }
  }, {})
  const transforms = choices.flatMap(({ transform }) => transform ?? [])
  return transforms.length > 0 ? { ...merged, then: [...spec.then, ...transforms] } : merged
}

/** A variation with the score it comes to. */
export interface Variation {
  readonly choices: readonly VariationChoice[]
  /** As short as it is saved. */
  readonly spec: Record<string, unknown>
  readonly score: Score
}

/** What tells one way to play a drill from another. */
const heard = ({ notes, spec: { sound } }: Score) =>
  JSON.stringify([notes.map(({ key: _, ...note }) => note), sound.length, sound.swell])

const ONE_PER_FRET = { fingering: { rule: 'one-per-fret' } } as const

/** A drill varied, as it is played; null where it cannot be. Fingers are one per fret: quick, and the same for all. */
export function playVariation(spec: Spec, choices: readonly VariationChoice[]): Variation | null {
  const result = realise({ ...varied(spec, choices), ...(spec.fingering.rule === 'best' && ONE_PER_FRET) })
  if (!result.ok || result.value.kind !== 'sheet') return null
  const { value: score } = result
  return { choices, spec: minimalSpec({ ...score.spec, fingering: spec.fingering }), score }
}

/** The ways of varying a drill that can be played and make something else of it. */
export function worthwhile(spec: Spec): readonly VariationChoice[] {
  const own = playVariation(spec, [])
  if (!own) return []
  const known = new Set([heard(own.score)])
  return variationChoices(spec).filter(choice => {
    const variation = playVariation(spec, [choice])
    if (!variation) return false
    const text = heard(variation.score)
    return !known.has(text) && known.add(text)
  })
}
