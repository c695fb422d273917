import { fingerOrdersOf, FINGERS } from '../../guitar/finger'
import { combinations, isTrill, rhythm, ROUTES, TEMPOS, type Column } from '../column'

/** Two different fingers, one after the other. */
const PAIRS = FINGERS.flatMap(a => FINGERS.filter(b => b !== a).map(b => [a, b] as const))

/** Orders of two, three and four fingers, string by string. */
export const fingerOrders: Column = {
  name: 'orders',
  label: 'Finger orders',
  guitar: true,
  after: [],
  from: 1.15,
  to: 7.3,
  tempos: TEMPOS,
  has: ({ family }) => family === 'order',
  *bases() {
    const fingers = [
      [1, 2],
      [2, 3],
      [1, 2, 3],
      [1, 2, 4],
      [3, 2, 1],
      [1, 3, 4],
      [2, 3, 4],
      ...fingerOrdersOf([1, 2, 3, 4]),
    ]
    for (const { order, strings, perBeat } of combinations({ order: fingers, strings: ROUTES, perBeat: [1, 2, 3, 4] }))
      yield { version: 1, family: 'order', position: 7, ...rhythm(perBeat), strings, order: { fingers: order } }
  },
}

/** Two fingers in turn. */
export const pairs: Column = {
  name: 'pairs',
  label: 'Finger pairs',
  guitar: true,
  after: ['orders'],
  from: 1.15,
  to: 7.35,
  tempos: TEMPOS,
  has: spec => spec.family === 'pair' && !isTrill(spec),
  *bases() {
    for (const { fingers, reps, strings, perBeat } of combinations({
      fingers: PAIRS,
      reps: [1, 2, 4],
      strings: ROUTES,
      perBeat: [1, 2, 3, 4],
    }))
      yield { version: 1, family: 'pair', position: 7, ...rhythm(perBeat), strings, pair: { fingers, reps } }
  },
}

/** One finger or two held while the others move. */
export const heldFingers: Column = {
  name: 'held',
  label: 'Held fingers',
  guitar: true,
  after: ['pairs'],
  from: 1.1,
  to: 7.35,
  tempos: TEMPOS,
  has: ({ family }) => family === 'held',
  *bases() {
    for (const down of [[1], [2], [3], [4], [1, 2], [2, 3], [1, 3], [3, 4]]) {
      const free = [1, 2, 3, 4].filter(finger => !down.includes(finger))
      const moving = [
        free.slice(0, 1),
        ...fingerOrdersOf(free).filter(order => order.length > 1),
        ...fingerOrdersOf(free.slice(0, 2)),
      ]
      for (const { fingers, strings, perBeat } of combinations({
        fingers: moving,
        strings: [[1], [3, 2, 1], [3, 1]],
        perBeat: [1, 2, 4],
      }))
        yield {
          version: 1,
          family: 'held',
          position: 7,
          ...rhythm(perBeat),
          held: { held: down.map((finger, i) => ({ finger, string: 4 + i })), moving: { fingers, strings } },
        }
    }
  },
}
