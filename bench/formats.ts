import { exportMusic } from '../core/formats/export'
import type { MusicFormat } from '../core/formats/music-formats'
import { readFile } from '../core/formats/read-file'
import { toTab } from '../core/formats/tab/write'
import { realise } from '../core/score/realise'
import type { Score } from '../core/score/score'
import { playVariation, worthwhile } from '../core/variations/choices'
import { pdfOf } from '../server/paper/write-out'

function scoreOf(spec: unknown): Score {
  const result = realise(spec)
  if (!result.ok || result.value.kind !== 'sheet') throw new Error('a drill that cannot be played')
  return result.value
}

/** Best of three of so many runs, per second: these machines are noisy and the best is the least disturbed. */
function perSecond(runs: number, once: () => void): number {
  once()
  let best = Infinity
  for (let round = 0; round < 3; round++) {
    const began = performance.now()
    for (let i = 0; i < runs; i++) once()
    best = Math.min(best, performance.now() - began)
  }
  return runs / (best / 1000)
}

const DRILL = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }

/** Drills of 48 notes written a second on one core, in each format. */
export async function exportRates(): Promise<readonly { readonly name: string; readonly perSecond: number }[]> {
  const score = scoreOf(DRILL)
  const rates = (['musicxml', 'midi', 'tab', 'svg'] as const satisfies readonly MusicFormat[]).map(as => ({
    name: as,
    perSecond: perSecond(40, () => void exportMusic(score, as)),
  }))
  await pdfOf(score)
  const began = performance.now()
  for (let i = 0; i < 10; i++) await pdfOf(score)
  return [...rates, { name: 'pdf', perSecond: 10_000 / (performance.now() - began) }]
}

/** Seconds and most memory of a PDF of about a hundred pages. */
export async function longPdf(): Promise<{ readonly seconds: number; readonly megabytes: number }> {
  const score = scoreOf({ ...DRILL, times: 40 })
  const before = process.resourceUsage().maxRSS
  const began = performance.now()
  const one = await pdfOf(score)
  const pages = one.toString('latin1').match(/\/Type \/Page\b/g)!.length
  const many = Math.max(1, Math.round(100 / pages))
  for (let i = 1; i < many; i++) await pdfOf(score)
  return {
    seconds: (performance.now() - began) / 1000,
    megabytes: Math.round((process.resourceUsage().maxRSS - before) / 1024),
  }
}

/** Milliseconds until 4,096 notes of tablature are read and fingered, one finger to a fret. */
export function tabImport(): number {
  const notes = Array.from({ length: 4096 }, (_, i) => ({
    at: i * 2520,
    dur: 2520,
    string: 1 + (i % 6),
    fret: 5 + (i % 4),
  }))
  const bytes = new TextEncoder().encode(toTab(scoreOf({ version: 1, family: 'free', free: { notes } })))
  let best = Infinity
  for (let round = 0; round < 5; round++) {
    const began = performance.now()
    const read = readFile(bytes)
    if (!read.ok) throw new Error(read.why)
    scoreOf(read.spec.fingering ? { ...read.spec, fingering: { rule: 'one-per-fret' } } : read.spec)
    best = Math.min(best, performance.now() - began)
  }
  return best
}

/** Milliseconds until eight variations of a drill stand side by side, with and without looking for those worth it. */
export function eightVariations(): { readonly played: number; readonly looked: number } {
  const { spec } = scoreOf({ ...DRILL, strings: { order: [6, 5, 4, 3], travel: 'there-and-back' }, times: 2 })
  const choices = worthwhile(spec).slice(0, 8)
  const best = (once: () => void) => Math.min(...[0, 1, 2, 3, 4].map(() => timed(once)))
  const timed = (once: () => void) => {
    const began = performance.now()
    once()
    return performance.now() - began
  }
  return {
    played: best(() => choices.forEach(choice => playVariation(spec, [choice]))),
    looked: best(() => void worthwhile(spec)),
  }
}
