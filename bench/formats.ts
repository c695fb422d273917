import { exportMusic } from '../core/formats/export'
import type { MusicFormat } from '../core/formats/music-formats'
import { readFile } from '../core/formats/read-file'
import { toTab } from '../core/formats/tab/write'
import { realise } from '../core/score/realise'
import type { Score } from '../core/score/score'
import { playVariation, worthwhile } from '../core/variations/choices'
import { layOut } from '../core/sheet/layout'
import { engraver } from '../core/sheet/staff/engrave'
import { pdfOf, writePaper } from '../server/paper/write-out'

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

/** Seconds and most memory of one PDF of a hundred pages or so: drills of two pages, one after another. */
export async function longPdf(): Promise<{
  readonly pages: number
  readonly seconds: number
  readonly megabytes: number
}> {
  const drill = { name: 'Drill', spec: { ...DRILL, times: 8 }, student: null, tempos: null, said: null }
  const set = (count: number) =>
    writePaper({
      form: 'pages',
      heading: 'Drills',
      lines: [],
      drills: Array.from({ length: count }, () => drill),
      paper: 'a4',
      lanes: true,
      notation: false,
    })
  const one = await set(1)
  const count = Math.max(1, Math.round(100 / ((one.ok && one.pages) || 1)))
  const before = process.resourceUsage().maxRSS
  const began = performance.now()
  const all = await set(count)
  return {
    pages: (all.ok && all.pages) || 0,
    seconds: (performance.now() - began) / 1000,
    megabytes: Math.round((process.resourceUsage().maxRSS - before) / 1024),
  }
}

/** Drills of 48 notes engraved in standard notation a second. */
export function engravings(): number {
  const score = scoreOf(DRILL)
  const layout = layOut(score, { width: 800, lanes: true, staff: true })
  return perSecond(20, () => {
    const engraved = engraver(score, layout)
    for (const system of layout.systems) engraved(system)
  })
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
