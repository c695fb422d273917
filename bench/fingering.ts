import { explicitGraph, shortestPathCost } from '../core/fingering/solve/explicit-graph.test.data'
import { AGREED, answerTo, isAccepted } from '../core/fingering/agreement.test.data'
import { finger, otherFingerings } from '../core/fingering/solve/finger'
import { lineOf } from '../core/fingering/passage.test.data'
import { taskOf, type TaskOptions } from '../core/fingering/model/task'
import { openingOf } from '../core/families/opening'
import { FAMILIES, familyLookup, familyNamed } from '../core/families/registry'
import { fitDrill } from '../core/fitting/fit'
import { instrumentOf } from '../core/guitar/instrument'
import { handOf } from '../core/hand/hand'
import { realise } from '../core/score/realise'
import { parseSpec } from '../core/schema/parse'

const guitar = instrumentOf({ preset: 'classical' })

function written(spec: Record<string, unknown>, freedom: TaskOptions['freedom'] = 'all') {
  const parsed = parseSpec({ version: 1, ...spec }, familyLookup)
  if (!parsed.ok) throw new Error(`${parsed.error.path}: ${parsed.error.message}`)
  const family = familyNamed(parsed.value.family)
  if (!('build' in family)) throw new Error('a drill without notes')
  const line = family.build(parsed.value, parsed.value[parsed.value.family], guitar)
  const options: TaskOptions = {
    rules: { hand: handOf(), instrument: guitar, policy: parsed.value.hold },
    tempo: parsed.value.tempo,
    pins: {},
    freedom,
  }
  return { spec: parsed.value, line, options }
}

/** How often a second something is done, best of five after a warm-up. */
function rate(run: () => unknown, times: number): number {
  for (let i = 0; i < times; i++) run()
  return Math.max(
    ...Array.from({ length: 5 }, () => {
      const began = performance.now()
      for (let i = 0; i < times; i++) run()
      return times / ((performance.now() - began) / 1000)
    }),
  )
}

const order = (more: object) => ({ family: 'order', order: { fingers: [1, 3, 2, 4] }, ...more })
/** Drills as the Bench opens them; one of open strings alone leaves nothing to finger. */
const OPENINGS = FAMILIES.filter(family => 'build' in family && !['order', 'picking'].includes(family.name)).map(
  family => {
    const { version: _, ...spec } = openingOf(family)
    return [family.label.toLowerCase(), spec] as const
  },
)

const growing = (notes: number) => order({ times: notes / 16, strings: { to: 3, travel: 'there' } })

interface Rate {
  readonly name: string
  readonly perSecond: number
  readonly unit: string
  readonly aim: string
}

/** Notes fingered a second, exactly, by hold policy, drill and length. */
export function fingeringRates(): readonly Rate[] {
  const notes = (name: string, spec: Record<string, unknown>, aim: string, times = 12): Rate => {
    const { line, options } = written(spec)
    return { name, perSecond: rate(() => finger(line, options), times) * line.events.length, unit: 'notes/s', aim }
  }
  const chromatic = { family: 'chromatic', chromatic: { strings: [1], fromOpen: true } }
  const { line, options } = written(order({}), 'none')
  const { spec: suited } = written(order({ position: 5 }))
  const free = written(order({}))
  return [
    notes('fingering, order of 48, until needed', order({}), '≥ 5,000'),
    notes(
      'fingering, scale three to a string, until needed',
      { family: 'scale', position: 3, scale: { tonic: 'G', type: 'major', layout: 'three-per-string' } },
      '≥ 1,500',
    ),
    notes('fingering, chromatic on one string, until needed', chromatic, '≥ 1,500'),
    notes(
      'fingering, chromatic on six strings in three positions',
      { family: 'chromatic', chromatic: { strings: [6, 5, 4, 3, 2, 1] } },
      '≥ 460 (138 notes in 300 ms)',
      4,
    ),
    ...OPENINGS.map(([name, spec]) => notes(`fingering, ${name} as the Bench opens it`, spec, '≥ 5,000')),
    notes('fingering, order of 48, lift', order({ hold: 'lift' }), '≥ 20,000', 30),
    ...[64, 256, 1024].map(length =>
      notes(`fingering, order of ${length}, until needed`, growing(length), '', Math.ceil(400 / length)),
    ),
    {
      name: 'fingering with four others, order of 48',
      perSecond: rate(() => otherFingerings(finger(free.line, free.options), 4), 8) * free.line.events.length,
      unit: 'notes/s',
      aim: '',
    },
    {
      name: 'one per fret judged, order of 48',
      perSecond: rate(() => finger(line, options), 200),
      unit: 'drills/s',
      aim: '≥ 1,500',
    },
    {
      name: 'one per fret fitted to a hand, order of 48',
      perSecond: rate(() => fitDrill(suited, { reachMm: 79 }), 100),
      unit: 'drills/s',
      aim: '≥ 1,000',
    },
  ]
}

/**
 * The engine against a general shortest-path library on the graph written out, in one run: how many times as long the
 * library takes.
 */
export function againstLibrary(): {
  readonly notes: number
  readonly nodes: number
  readonly searchRatio: number
  readonly withBuilding: number
} {
  const line = lineOf([5, 7, 8, 7, 5, 8].map((fret, i) => [{ string: i < 3 ? 4 : 3, fret }]))
  const { options } = written(order({}))
  const task = taskOf(line, options)
  const graph = explicitGraph(task)
  if (Math.abs(shortestPathCost(graph) - finger(line, options).path.cost) > 1e-4)
    throw new Error('the library finds another cost')
  const engine = rate(() => finger(line, options), 100)
  return {
    notes: line.events.length,
    nodes: graph.nodes,
    searchRatio: engine / rate(() => shortestPathCost(graph), 3),
    withBuilding: engine / rate(() => explicitGraph(task), 1),
  }
}

/** How many passages of each kind the engine fingers as teachers do. */
export function agreementRates(): readonly {
  readonly kind: string
  readonly passages: number
  readonly rate: number
}[] {
  const kinds = new Map<string, boolean[]>()
  for (const passage of AGREED) {
    const result = realise(passage.spec)
    const agrees =
      result.ok && result.value.kind === 'sheet' && isAccepted(passage, answerTo(passage, result.value.notes))
    kinds.set(passage.kind, [...(kinds.get(passage.kind) ?? []), agrees])
  }
  const all = [...kinds.values()].flat()
  return [...kinds, ['all', all] as const].map(([kind, list]) => ({
    kind,
    passages: list.length,
    rate: list.filter(Boolean).length / list.length,
  }))
}
