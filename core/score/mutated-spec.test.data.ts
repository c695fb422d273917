import fc from 'fast-check'
import { arbitrarySpec } from './arbitrary-spec.test.data'

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json }

/** What somebody might write in the place of anything, by mistake or on purpose. */
const odd: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json[]>(
    null,
    true,
    -1,
    0,
    1,
    2,
    3,
    7,
    8,
    16,
    24,
    32,
    36,
    64,
    127,
    200,
    400,
    2000,
    20_000,
    1e9,
    -1e9,
    0.5,
    1e-9,
    1e308,
    '',
    'x',
    'best',
    'given',
    'D',
    'p',
    'C',
    'constructor',
    '__proto__',
    'x'.repeat(500),
    [],
    {},
    [[]],
  ),
  fc.integer({ min: -10, max: 300 }),
  fc.array(fc.integer({ min: -1, max: 9 }), { maxLength: 64 }),
  fc.string({ maxLength: 20 }),
)

const isBranch = (value: Json): value is readonly Json[] | { readonly [key: string]: Json } =>
  typeof value === 'object' && value !== null

/** One change somewhere in a value: `choices` leads down to the place, `what` says what happens there. */
function mutate(
  value: Json,
  choices: readonly number[],
  what: { readonly kind: 'replace' | 'repeat' | 'drop' | 'swap'; readonly value: Json },
): Json {
  const [first = 0, ...rest] = choices
  const keys = isBranch(value) ? Object.keys(value) : []
  if (keys.length === 0 || rest.length === 0) return what.kind === 'replace' ? what.value : value
  const key = keys[first % keys.length]!
  const copy: Record<string, Json> = { ...(value as Record<string, Json>) }
  const inner = copy[key]!
  if (rest.length > 1 && isBranch(inner)) copy[key] = mutate(inner, rest, what)
  else if (what.kind === 'replace') copy[key] = what.value
  else if (what.kind === 'swap') copy[key] = copy[keys[(first + 1) % keys.length]!]!
  else if (what.kind === 'drop')
    return Array.isArray(value)
      ? value.filter((_, i) => String(i) !== key)
      : Object.fromEntries(Object.entries(copy).filter(([each]) => each !== key))
  else if (Array.isArray(inner))
    copy[key] = Array.from({ length: 12 }, () => inner)
      .flat()
      .slice(0, 3000)
  return Array.isArray(value) ? keys.map(each => copy[each]!) : copy
}

const mutation = fc.tuple(
  fc.array(fc.nat(40), { minLength: 1, maxLength: 6 }),
  fc.record({
    kind: fc.constantFrom('replace' as const, 'replace' as const, 'repeat' as const, 'drop' as const, 'swap' as const),
    value: odd,
  }),
)

const rules = fc.constantFrom({}, {}, { fingering: { rule: 'best' } }, { fingering: { rule: 'given' } })

/** Specs near to playable ones: of every family, each with some mutations, many of them fingered by the engine. */
const near = fc
  .tuple(arbitrarySpec, rules, fc.array(mutation, { maxLength: 4 }))
  .map(([spec, rule, mutations]) =>
    mutations.reduce<Json>((changed, [choices, what]) => mutate(changed, choices, what), {
      ...(spec as unknown as Record<string, Json>),
      ...rule,
    } as Json),
  )

const tunings = fc.constantFrom<number[] | undefined>(
  undefined,
  [50, 50, 50, 50, 50, 50, 50, 50],
  [40, 45, 50, 55, 59, 64],
  [35, 40, 45, 50, 55, 59, 64],
  [30, 35, 40, 45, 50, 55, 59, 64],
  [64, 59, 55, 50, 45, 40],
)
const pitches = fc.integer({ min: 30, max: 90 })

/** Specs that are playable and as heavy as can be: many passes, mirrors upon mirrors, thick chords of bare pitches. */
const heavy = fc.oneof(
  fc
    .tuple(
      arbitrarySpec,
      rules,
      fc.integer({ min: 1, max: 200 }),
      fc.array(
        fc.constantFrom(
          { do: 'mirror' },
          { do: 'reverse' },
          { do: 'accents', every: 1 },
          { do: 'rotate', n: 2 },
          { do: 'strokes', by: 1 },
        ),
        { maxLength: 32 },
      ),
    )
    .map(([spec, rule, times, then]) => ({ ...spec, ...rule, times, then })),
  fc
    .tuple(
      fc.array(fc.array(pitches, { minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 60 }),
      tunings,
      fc.constantFrom('until-needed', 'legato-only', 'lift'),
      fc.constantFrom(1260, 2520, 10_080),
      fc.integer({ min: 1, max: 40 }),
    )
    .map(([chords, tuning, hold, step, times]) => ({
      version: 1,
      family: 'free',
      hold,
      times,
      fingering: { rule: 'best' },
      ...(tuning && { instrument: { tuning, frets: 24, preset: 'electric' } }),
      free: { notes: chords.flatMap((midis, i) => midis.map(midi => ({ at: i * step, dur: step * 3, midi }))) },
    })),
  fc
    .tuple(
      fc.array(
        fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 0, max: 19 }), fc.integer({ min: 1, max: 4 })),
        { minLength: 500, maxLength: 2000 },
      ),
      fc.constantFrom('given', 'best', 'one-per-fret'),
    )
    .map(([places, rule]) => ({
      version: 1,
      family: 'free',
      fingering: { rule },
      free: {
        notes: places.map(([string, fret, finger], i) => ({
          at: i * 2520,
          dur: 2520,
          string,
          fret,
          ...(rule === 'given' && fret > 0 && { finger }),
        })),
      },
    })),
)

/** Chords of many notes at one fret or nearly so, on strings of one pitch: whatever finger takes whatever note. */
const crowded = fc
  .tuple(
    fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 20 }),
        fc.array(fc.integer({ min: 0, max: 1 }), { minLength: 2, maxLength: 8 }),
      ),
      { minLength: 1, maxLength: 128 },
    ),
    fc.constantFrom('best', 'given'),
    fc.integer({ min: 1, max: 12 }),
  )
  .map(([chords, rule, times]) => ({
    version: 1,
    family: 'free',
    times,
    fingering: { rule },
    instrument: { preset: 'electric', frets: 24, tuning: [50, 50, 50, 50, 50, 50, 50, 50] },
    free: {
      notes: chords.flatMap(([fret, more], i) =>
        more.map(higher => ({ at: i * 1260, dur: 1260, midi: 50 + fret + higher })),
      ),
    },
  }))

const hands = fc.oneof(
  fc.constant({}),
  fc.record({
    hand: fc.record({
      reachMm: fc.integer({ min: 30, max: 200 }),
      excluded: fc.subarray([1, 2, 3, 4], { maxLength: 3 }),
      spared: fc.subarray([1, 2, 3, 4]),
      barre: fc.boolean(),
    }),
  }),
)

/** Requests of a door, near to good ones or heavier than any: for trying that none is too much. */
export const mutatedRequest: fc.Arbitrary<unknown> = fc
  .tuple(
    fc.oneof({ weight: 50, arbitrary: near }, { weight: 10, arbitrary: heavy }, { weight: 1, arbitrary: crowded }),
    hands,
  )
  .map(([spec, hand]) => (Object.keys(hand).length === 0 ? spec : { spec, ...hand }))
