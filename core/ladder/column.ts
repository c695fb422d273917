/** A drill without its tempo, as a generator writes it. */
export type Base = Readonly<Record<string, unknown>> & { readonly family: string }

/** One technique of the ladder, from easy to hard. */
export interface Column {
  readonly name: string
  readonly label: string
  /** Whether the guitar is wanted at all. */
  readonly guitar: boolean
  /** Columns whose drill of about a grade below is wanted first. */
  readonly after: readonly string[]
  /** Between these grades the technique exists. */
  readonly from: number
  readonly to: number
  /** Tempos it is tried at, quarters a minute. */
  readonly tempos: readonly number[]
  /** Every drill that may stand in it, without tempos. */
  bases(): Iterable<Base>
  /** Whether a drill of any kind is of this technique. */
  has(spec: Base): boolean
}

/** Tempos as metronomes have them. */
export const TEMPOS = [40, 46, 52, 60, 66, 72, 80, 88, 100, 112, 126, 144, 160, 184, 208, 232, 240] as const

/**
 * Every combination of the values given for each name.
 * @example [...combinations({ a: [1, 2], b: ['x'] })] // [{ a: 1, b: 'x' }, { a: 2, b: 'x' }]
 */
export function* combinations<T extends Readonly<Record<string, readonly unknown[]>>>(
  values: T,
): Generator<{ [K in keyof T]: T[K][number] }> {
  const names = Object.keys(values) as (keyof T)[]
  function* from(i: number, chosen: Partial<{ [K in keyof T]: T[K][number] }>): Generator<typeof chosen> {
    const name = names[i]
    if (name === undefined) {
      yield chosen
      return
    }
    for (const value of values[name]!) yield* from(i + 1, { ...chosen, [name]: value })
  }
  yield* from(0, {}) as Generator<{ [K in keyof T]: T[K][number] }>
}

/** A rhythm of so many notes to the beat. */
export const rhythm = (perBeat: number) => ({ rhythm: { perBeat } })

/** Ways over the strings: two, three, all, all with every other first. */
export const ROUTES = [
  { from: 2, to: 1 },
  { from: 3, to: 1 },
  { from: 6, to: 1 },
  { from: 6, to: 1, order: 'skip' },
] as const

export const ELECTRIC = { instrument: { preset: 'electric' } } as const
export const STEEL = { instrument: { preset: 'steel' } } as const

/** Whether two fingers in turn are plucked once only. */
export const isTrill = ({ pair }: Base): boolean => (pair as { readonly trill?: boolean }).trill === true
