import type { Demand } from '../ladder/signature'
import { countInWords } from './numbers'

const listed = (values: readonly (string | number)[]) =>
  values.length < 2 ? values.join('') : `${values.slice(0, -1).join(', ')} and ${values.at(-1)}`
const fingers = (values: readonly number[]) => `finger${values.length === 1 ? '' : 's'} ${listed(values)}`
const strings = (values: readonly number[]) => `string${values.length === 1 ? '' : 's'} ${listed(values)}`
const WAYS: Readonly<Record<string, string>> = {
  pluck: 'plucked notes',
  hammer: 'hammer-ons',
  pull: 'pull-offs',
  tap: 'taps',
  rake: 'raked notes',
  slide: 'slides',
}
const STROKES: Readonly<Record<string, string>> = { D: 'down-strokes', U: 'up-strokes', p: 'the thumb' }
const strokes = (values: readonly string[]) => listed(values.map(each => STROKES[each] ?? each))

/** What is there now and was not before. */
function added<T>(before: unknown, now: unknown): readonly T[] {
  const old = before as readonly T[]
  return (now as readonly T[]).filter(each => !old.includes(each))
}
/** What was there before and is no more. */
const gone = <T>(before: unknown, now: unknown) => added<T>(now, before)

/** A list that grew or changed by what is new in it, else by what is left out. */
function change<T>(before: unknown, now: unknown, inWords: (values: readonly T[]) => string): string {
  const more = added<T>(before, now)
  return more.length > 0 ? `now with ${inWords(more)}` : `now without ${inWords(gone<T>(before, now))}`
}

/**
 * What a drill asks for that the one before it does not, in a few words.
 * @example demandInWords({ entry: 'anchors', before: [], now: [3] }) // 'now with finger 3 held'
 */
export function demandInWords({ entry, before, now }: Demand): string {
  switch (entry) {
    case 'changes':
      return change<string>(before, now, pairs =>
        listed(pairs.slice(0, 3).map(pair => `finger ${pair[1]} after ${pair[0]}`)),
      )
    case 'anchors':
      return change<number>(before, now, values => `${fingers(values)} held`)
    case 'fingers':
      return change<number>(before, now, fingers)
    case 'together': {
      const count = Number(now)
      return count < 2 ? 'now finger after finger' : `now ${countInWords(count)} fingers landing together`
    }
    case 'leaps':
      return change<number>(before, now, values =>
        values.includes(1) && values.length === 1
          ? 'changes to the next string'
          : `leaps of ${listed(values.filter(value => value > 1))} strings`,
      )
    case 'strokes':
      return added(before, now).length > 0 || gone(before, now).length > 0
        ? change<string>(before, now, strokes)
        : `now beginning with ${strokes([(now as readonly string[])[0]!])}`
    case 'stacks':
      return change<number>(before, now, values =>
        listed(values.map(value => (value === 1 ? 'single notes' : `${countInWords(value)} notes at once`))),
      )
    case 'ways':
      return change<string>(before, now, values => listed(values.map(value => WAYS[value]!)))
    case 'slurRow':
      return Number(now) === 0 ? 'now without slurs' : `now ${countInWords(Number(now))} slurs in a row`
    case 'shifts':
      return change<number>(before, now, values => `shifts of ${listed(values)} frets`)
    case 'pauses':
      return now ? 'now with a rest before the shift' : 'now without a rest before the shift'
    case 'strings':
      return change<number>(before, now, strings)
    case 'sequence':
      return 'now in another order'
    case 'barre':
      return Number(now) === 0 ? 'now without a barre' : `now with a barre over ${countInWords(Number(now))} strings`
    case 'silent':
      return `now with ${String(now).replaceAll('/', ' of ')} bars silent`
  }
}
