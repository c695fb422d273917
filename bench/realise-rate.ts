import { FAMILIES } from '../core/families/registry'
import { realise } from '../core/score/realise'

const ORDERS = [
  [1, 2, 3, 4],
  [1, 3, 2, 4],
  [4, 2, 3, 1],
  [2, 4, 1, 3],
]

/** Specs of one family realised per second on one core, after a warm-up. */
function rate(specs: readonly unknown[], runs: number): number {
  for (let i = 0; i < runs / 4; i++) realise(specs[i % specs.length])
  const began = performance.now()
  for (let i = 0; i < runs; i++) {
    const result = realise(specs[i % specs.length])
    if (!result.ok) throw new Error(`${result.error.path}: ${result.error.message}`)
  }
  return runs / ((performance.now() - began) / 1000)
}

/** Best of five, for these machines are noisy and the best is the least disturbed. */
export function realiseRates(): { readonly name: string; readonly perSecond: number }[] {
  const best = (specs: readonly unknown[], runs: number) =>
    Math.max(...Array.from({ length: 5 }, () => rate(specs, runs)))
  return [
    ...FAMILIES.map(family => ({
      name: `${family.name}, as it opens`,
      perSecond: best([{ version: 1, family: family.name, [family.name]: family.opening }], 1500),
    })),
    {
      name: 'order, 48 notes',
      perSecond: best(
        ORDERS.map(fingers => ({ version: 1, family: 'order', order: { fingers } })),
        4000,
      ),
    },
    ...[64, 256, 1024].map(notes => ({
      name: `order, ${notes} notes`,
      perSecond: best(
        [
          {
            version: 1,
            family: 'order',
            times: notes / 16,
            strings: { to: 3, travel: 'there' },
            order: { fingers: [1, 3, 2, 4] },
          },
        ],
        Math.round(150_000 / notes),
      ),
    })),
  ]
}
