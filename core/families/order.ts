import type { Instrument } from '../guitar/instrument'
import { romanPosition } from '../guitar/geometry'
import type { Event, Line } from '../line/line'
import { assertNotes } from '../line/budget'
import { noteTicks } from '../line/ticks'
import { stringVisits } from '../line/visits'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'
import { stringsInWords } from './words'

const block = fields.block({
  fingers: fields.fingerList(1, 4),
  back: fields.oneOf('back', ['mirror', 'same']).default('mirror'),
  crawl: fields.whole('crawl', -12, 12).default(0),
  crawlEvery: fields.oneOf('crawlEvery', ['string', 'pass']).default('pass'),
})
type Order = Infer<typeof block>

function assertDistinct(fingers: readonly number[]) {
  const twice = fingers.find((finger, i) => fingers.indexOf(finger) !== i)
  if (twice !== undefined) throw new SpecError('order.fingers', `finger ${twice} twice`)
}

function assertOnNeck(position: number, lowest: number, highest: number, instrument: Instrument, crawled: boolean) {
  const path = crawled ? 'order.crawl' : 'position'
  if (position + highest - 1 > instrument.lastFret)
    throw new SpecError(
      path,
      `fret ${position + highest - 1} is beyond the neck: the last fret is ${instrument.lastFret}`,
    )
  if (position < 1 || position + lowest - 1 < 1)
    throw new SpecError(path, `position ${position} is below the first fret`)
}

function build(spec: SharedSpec, order: Order, instrument: Instrument): Line {
  assertDistinct(order.fingers)
  const visits = stringVisits(spec.strings, instrument.tuning.length)
  const mirrored = [...order.fingers].reverse()
  const dur = noteTicks(spec.rhythm.perBeat)
  const lowest = Math.min(...order.fingers)
  const highest = Math.max(...order.fingers)
  const slurred = new Set(spec.slurs)
  assertNotes(visits.length * order.fingers.length * spec.times, 'times')
  const events: Event[] = []
  const restarts: number[] = []
  let at = 0
  for (let pass = 1; pass <= spec.times; pass++) {
    restarts.push(at)
    for (const [visitNumber, visit] of visits.entries()) {
      const position = spec.position + order.crawl * (order.crawlEvery === 'pass' ? pass - 1 : visitNumber)
      assertOnNeck(position, lowest, highest, instrument, position !== spec.position)
      const fingers = visit.back && order.back === 'mirror' ? mirrored : order.fingers
      for (const [i, finger] of fingers.entries()) {
        events.push({
          noteId: `p${pass}.${visit.name}.${i + 1}`,
          at,
          dur,
          place: { string: visit.string, fret: position + finger - 1 },
          want: { finger },
          position,
          slurred: slurred.has(i + 1),
          visit: `p${pass}.${visit.name}`,
          marks: [],
        })
        at += dur
      }
    }
  }
  return { events, grips: [], restarts, strokeShift: 0 }
}

/**
 * Every order of some fingers, in ascending order of their digits.
 * @example fingerOrders([1, 2]).map(order => order.join('')) // ['12', '21']
 */
export function fingerOrders(fingers: readonly number[]): readonly (readonly number[])[] {
  const sorted = [...fingers].sort((a, b) => a - b)
  return sorted.length === 0
    ? [[]]
    : sorted.flatMap(first => fingerOrders(sorted.filter(finger => finger !== first)).map(rest => [first, ...rest]))
}

/** Finger orders: one to four different fingers on every string visit, one finger per fret. */
export const order: SheetFamily<Order> = {
  name: 'order',
  label: 'Finger order',
  block,
  opening: { fingers: [1, 2, 3, 4], back: 'mirror', crawl: 0, crawlEvery: 'pass' },
  controls: [
    { kind: 'finger-orders', path: 'order.fingers', label: 'Finger order' },
    {
      kind: 'choice',
      path: 'order.back',
      label: 'On the way back',
      options: [
        { value: 'mirror', label: 'mirrored' },
        { value: 'same', label: 'the same' },
      ],
    },
    {
      kind: 'number',
      path: 'order.crawl',
      label: 'Crawl',
      hint: 'frets moved each time; 0 stays in place',
      min: -5,
      max: 5,
      unit: 'frets',
    },
    {
      kind: 'choice',
      path: 'order.crawlEvery',
      label: 'Crawl after each',
      when: { path: 'order.crawl', not: 0 },
      options: [
        { value: 'pass', label: 'pass' },
        { value: 'string', label: 'string' },
      ],
    },
  ],
  uses: ['position', 'strings', 'slurs', 'plucking', 'perBeat', 'hold'],
  moves: true,
  without: (order, banned) => {
    const fingers = order.fingers.filter(finger => !banned.includes(finger))
    return fingers.length > 0 ? { ...order, fingers } : null
  },
  build,
  title: (spec, { fingers, crawl, crawlEvery }) =>
    `Order ${fingers.join(' ')}, ${stringsInWords(spec.strings)}, ${romanPosition(spec.position)}${crawl ? `, crawling ${crawl > 0 ? 'up' : 'down'} ${Math.abs(crawl)} per ${crawlEvery}` : ''}`,
  purpose: ({ fingers }) =>
    fingers.length === 1
      ? 'One finger on every string: clean landings and a quiet hand.'
      : `Fingers ${fingers.join(', ')} in a fixed order: independence of the fretting hand, and both hands in time with each other.`,
}
