import { z } from 'zod'
import type { Finger, FingerOrOpen } from '../guitar/finger'
import { PRESET_NAMES } from '../guitar/presets'

/** Infers the type a schema describes, so that families need not import the schema library. */
export type Infer<S extends z.ZodType> = z.infer<S>
/** Any schema of a family's own block. */
export type BlockSchema<B = unknown> = z.ZodType<B>

const whole = (what: string, min: number, max: number) =>
  z
    .int({ error: issue => (issue.input === undefined ? `${what} is missing` : `${what} must be a whole number`) })
    .min(min, `${what} must be at least ${min}`)
    .max(max, `${what} must be at most ${max}`)
const oneOf = <const T extends readonly [string, ...string[]]>(what: string, options: T) =>
  z.enum(options, {
    error: issue => `${what} must be one of ${options.join(', ')}, not ${JSON.stringify(issue.input)}`,
  })

const number = (what: string, min: number, max: number) =>
  z
    .number({ error: `${what} must be a number` })
    .min(min, `${what} must be at least ${min}`)
    .max(max, `${what} must be at most ${max}`)

// Whole numbers between such bounds are these very types; the library cannot tell.
const finger = () => whole('finger', 1, 4) as unknown as z.ZodType<Finger, number>
const fingerOrOpen = () => whole('finger', 0, 4) as unknown as z.ZodType<FingerOrOpen, number>
const travel = () => oneOf('travel', ['there', 'back', 'there-and-back']).default('there-and-back')

/**
 * The vocabulary of fields that family blocks are written in. Each builder names itself in its messages.
 * @example fields.block({ fingers: fields.fingerList(1, 4) })
 */
export const fields = {
  /** A block that refuses unknown keys. */
  block: <T extends z.ZodRawShape>(shape: T) => z.strictObject(shape),
  whole,
  oneOf,
  flag: (fallback: boolean) => z.boolean({ error: 'must be true or false' }).default(fallback),
  /** A fretting finger, 1 (index) to 4 (little). */
  finger,
  /** A fretting finger, or 0 for the open string. */
  fingerOrOpen,
  /** The way a route is travelled. */
  travel,
  fingerList: (min: number, max: number) =>
    z
      .array(finger(), {
        error: issue => (issue.input === undefined ? 'the fingers are missing' : 'fingers must be a list'),
      })
      .min(min, `needs at least ${min} finger${min > 1 ? 's' : ''}`)
      .max(max, `takes at most ${max} fingers`),
  /** A string number, 1 = thinnest. */
  string: () => whole('string', 1, 8),
  /** A fret counted from the capo, 0 = open. */
  fret: () => whole('fret', 0, 36),
  list: <T extends z.ZodType>(item: T, min: number, max: number) =>
    z.array(item).min(min, `needs at least ${min}`).max(max, `takes at most ${max}`),
  number: (what: string, min: number, max: number) => number(what, min, max),
  /** Either of two shapes. */
  either: <A extends z.ZodType, B extends z.ZodType>(a: A, b: B) => z.union([a, b]),
  /** Offsets from the position by finger. */
  fingerMap: () =>
    z
      .strictObject({
        1: whole('offset', -4, 12),
        2: whole('offset', -4, 12),
        3: whole('offset', -4, 12),
        4: whole('offset', -4, 12),
      })
      .partial(),
  /** An object that is kept as it is and read where it is used. */
  anyObject: () => z.record(z.string(), z.unknown()),
  text: (max: number) => z.string().trim().min(1, 'must not be empty').max(max, `must be at most ${max} characters`),
}

/** Schema of an instrument as a spec or a student's card gives it. */
export const instrumentSchema = z.strictObject({
  preset: oneOf('preset', PRESET_NAMES).default('classical'),
  tuning: z
    .array(whole('open pitch', 0, 127))
    .min(6, 'a guitar here has 6 to 8 strings')
    .max(8, 'a guitar here has 6 to 8 strings')
    .readonly()
    .optional(),
  frets: whole('frets', 12, 36).optional(),
  scaleLengthMm: number('scale length', 300, 900).optional(),
  bodyFret: whole('body fret', 8, 30).optional(),
  capo: whole('capo', 0, 11).optional(),
  nutSpacingMm: number('string spacing at the nut', 4, 15).optional(),
  bridgeSpacingMm: number('string spacing at the bridge', 5, 20).optional(),
})

/** Schema of the student's hand, given beside a spec and never in it. All fields optional; mm for distances. */
export const handSchema = z.strictObject({
  reachMm: number('reach', 30, 200).optional(),
  /** What counts while nobody has measured the reach. */
  assumedMm: number('assumed reach', 30, 200).optional(),
  pairsMm: z
    .strictObject({
      12: number('pair 1–2', 10, 150),
      23: number('pair 2–3', 10, 150),
      34: number('pair 3–4', 10, 150),
      13: number('pair 1–3', 10, 180),
      24: number('pair 2–4', 10, 180),
    })
    .partial()
    .optional(),
  excluded: z
    .array(whole('finger', 1, 4))
    .max(3, 'at least one finger must be left')
    .optional(),
  spared: z.array(whole('finger', 1, 4)).optional(),
  thumbOver: z.boolean().optional(),
  barre: z.boolean().optional(),
  rule: oneOf('rule', ['strict', 'loose']).optional(),
  leftHanded: z.boolean().optional(),
})

/** Schema of fingers pinned to notes: note key → finger (0 is not a pin: an open string has no finger). */
export const pinsSchema = z.record(z.string(), whole('finger', 1, 4))

const transformSchema = z.discriminatedUnion(
  'do',
  [
    z.strictObject({ do: z.literal('reverse') }),
    z.strictObject({ do: z.literal('mirror') }),
    z.strictObject({ do: z.literal('rotate'), n: whole('n', 1, 20000) }),
    z.strictObject({ do: z.literal('strokes'), by: whole('by', -64, 64) }),
    z.strictObject({
      do: z.literal('accents'),
      every: whole('every', 1, 64),
      from: whole('from', 1, 20000).default(1),
    }),
    z.strictObject({
      do: z.literal('excerpt'),
      from: z.string({ error: 'from must be the key of a note' }),
      to: z.string({ error: 'to must be the key of a note' }),
    }),
    z.strictObject({ do: z.literal('string-set'), by: whole('by', -7, 7) }),
    z.strictObject({ do: z.literal('position'), to: whole('position', 1, 24) }),
    z.strictObject({ do: z.literal('perBeat'), n: whole('notes per beat', 1, 8) }),
    z.strictObject({ do: z.literal('only'), part: oneOf('part', ['plucking-hand', 'fretting-hand', 'thumb']) }),
  ],
  {
    error: issue =>
      issue.code === 'invalid_union'
        ? `unknown transform ${JSON.stringify((issue.input as { do?: unknown } | null)?.do)}`
        : undefined,
  },
)

/** Systems that assign a stroke to every plucked note. */
export const PLUCKING_SYSTEMS = [
  'alternate',
  'down',
  'economy',
  'sweep',
  'hybrid',
  'thumb-pick',
  'pima',
  'im',
  'ma',
  'ia',
  'pi',
  'thumb',
  'rake',
  'given',
] as const

/** Tempos a drill may have, quarters a minute. */
export const TEMPO_BOUNDS = { least: 10, most: 400 } as const
/** Whether a number is a tempo a drill may have. */
export const isTempo = (bpm: number) => bpm >= TEMPO_BOUNDS.least && bpm <= TEMPO_BOUNDS.most
/** The nearest tempo a drill may have. */
export const boundedTempo = (bpm: number) => Math.min(TEMPO_BOUNDS.most, Math.max(TEMPO_BOUNDS.least, bpm))

/** The fields every family shares, with their defaults. */
export const sharedShape = {
  version: z.literal(1, {
    error: issue =>
      issue.input === undefined
        ? 'the version is missing'
        : `version ${JSON.stringify(issue.input)} is not known: this program reads version 1`,
  }),
  instrument: instrumentSchema.prefault({}),
  position: whole('position', 1, 24).default(5),
  strings: z
    .strictObject({
      order: z
        .union(
          [
            z.enum(['adjacent', 'skip']),
            z
              .array(whole('string', 1, 8))
              .min(1, 'needs at least one string')
              .max(64, 'takes at most 64 strings'),
          ],
          { error: 'order must be "adjacent", "skip" or a list of strings' },
        )
        .default('adjacent'),
      from: whole('string', 1, 8).default(6),
      to: whole('string', 1, 8).default(1),
      travel: travel(),
      repeatTurn: z.boolean({ error: 'repeatTurn must be true or false' }).default(true),
    })
    .prefault({}),
  rhythm: z
    .strictObject({
      meter: z
        .tuple(
          [
            whole('beats in a bar', 1, 32),
            z.literal([1, 2, 4, 8, 16], { error: 'the lower figure of a meter is 1, 2, 4, 8 or 16' }),
          ],
          { error: 'meter must be two figures such as [4, 4]' },
        )
        .default([4, 4]),
      perBeat: whole('notes per beat', 1, 8).default(4),
    })
    .prefault({}),
  tempo: number('tempo', TEMPO_BOUNDS.least, TEMPO_BOUNDS.most).default(60),
  times: whole('times', 1, 200).default(1),
  hold: oneOf('hold', ['until-needed', 'legato-only', 'lift']).default('until-needed'),
  sound: z
    .strictObject({
      length: oneOf('length', ['legato', 'staccato', 'muted']).default('legato'),
      damp: oneOf('damp', ['plucking', 'fretting']).optional(),
      swell: oneOf('swell', ['none', 'up', 'down', 'both']).default('none'),
      accentEvery: whole('accentEvery', 1, 64).optional(),
    })
    .prefault({}),
  slurs: z
    .array(
      z
        .int('must be a whole number')
        .min(2, 'note 1 of a string visit has no note before it to be slurred to')
        .max(64, 'must be at most 64'),
    )
    .max(64)
    .default([]),
  plucking: z
    .strictObject({
      system: oneOf('system', PLUCKING_SYSTEMS).default('alternate'),
      start: oneOf('start', ['D', 'U', 'p', 'i', 'm', 'a', 'c']).default('D'),
      stroke: oneOf('stroke', ['rest', 'free']).optional(),
      /** Fingers of the cycle in order, such as "p m p a". */
      cycle: z
        .union([z.string(), z.array(z.string())], { error: 'cycle must be fingers such as "p m p a"' })
        .transform(cycle => (typeof cycle === 'string' ? cycle : cycle.join('')).replace(/[\s,-]/g, ''))
        .refine(cycle => /^[pimac]{1,12}$/.test(cycle), 'cycle must be 1 to 12 of the fingers p i m a c')
        .optional(),
    })
    .prefault({}),
  fingering: z
    .strictObject({ rule: oneOf('rule', ['one-per-fret', 'best', 'given']).default('one-per-fret') })
    .prefault({}),
  then: z.array(transformSchema).max(32, 'takes at most 32 transforms').default([]),
}

/** The shared fields of a spec with every default filled in. */
export type SharedSpec = Readonly<z.infer<z.ZodObject<typeof sharedShape>>>
/** One transform of the `then` list. */
export type Transform = SharedSpec['then'][number]
/** How long a landed finger stays on its fret. */
export type HoldPolicy = SharedSpec['hold']
/** A hand as given at the doors. */
export type HandInput = Readonly<z.infer<typeof handSchema>>
/** Fingers pinned to notes. */
export type Pins = Readonly<z.infer<typeof pinsSchema>>
