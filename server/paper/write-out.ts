import { exportMusic } from '../../core/formats/export'
import type { SpecProblem } from '../../core/schema/spec-error'
import { realise } from '../../core/score/realise'
import type { Score } from '../../core/score/score'
import type { ExportBody, PaperBody, PaperDrill } from '../../shared/contracts/drills/export'
import { drillPages, drillsTogether, type DrillToPrint } from './drill-pages'
import { inlineFaces, paperFonts } from './fonts'
import { Paper } from './paper'

/** A drill in another format, or why it cannot be. */
export type WrittenOut =
  | { readonly ok: true; readonly bytes: Buffer; readonly pages?: number }
  | { readonly ok: false; readonly error: SpecProblem }

/** The score of a drill for its player; a drill without notes has none to write. */
function scoreOf(
  { spec, hand, habits, pins }: PaperDrill,
  path: string,
): { readonly ok: true; readonly score: Score } | { readonly ok: false; readonly error: SpecProblem } {
  const result = realise(spec, { hand, habits, pins })
  if (!result.ok) return { ok: false, error: { ...result.error, path: path + result.error.path } }
  return result.value.kind === 'sheet'
    ? { ok: true, score: result.value }
    : { ok: false, error: { path: `${path}family`, message: 'a drill without a guitar has no notes to write' } }
}

const toPrint = (drill: PaperDrill, score: Score): DrillToPrint => ({
  ...drill,
  score,
  leftHanded: drill.hand?.leftHanded ?? false,
})

const rowsOf = ({ lanes, notation }: Pick<ExportBody, 'lanes' | 'notation'>) => ({ lanes, staff: notation })

/** A score on paper as the command line has it: under its own title, for nobody. */
export async function pdfOf(score: Score, format: 'a4' | 'letter' = 'a4', notation = false): Promise<Buffer> {
  const name = score.title
  const paper = new Paper(format, name, await paperFonts())
  drillPages(
    paper,
    { name, student: null, tempos: null, said: null, leftHanded: false, score },
    { lanes: true, staff: notation },
  )
  return paper.finish()
}

/** Writes one drill in a format. */
export async function writeOut(asked: ExportBody): Promise<WrittenOut> {
  const read = scoreOf(asked, 'spec.')
  if (!read.ok) return read
  const { score } = read
  if (asked.as !== 'pdf') {
    const faces = asked.as === 'svg' ? { faces: await inlineFaces() } : {}
    return {
      ok: true,
      bytes: Buffer.from(exportMusic({ ...score, title: asked.name }, asked.as, { ...asked, ...faces, digits: true })),
    }
  }
  const paper = new Paper(asked.paper, asked.name, await paperFonts())
  drillPages(paper, toPrint(asked, score), rowsOf(asked))
  return { ok: true, bytes: await paper.finish(), pages: paper.pages }
}

/** Writes several drills on paper. */
export async function writePaper(asked: PaperBody): Promise<WrittenOut> {
  const drills: DrillToPrint[] = []
  for (const [i, drill] of asked.drills.entries()) {
    const read = scoreOf(drill, `drills.${i}.spec.`)
    if (!read.ok) return read
    drills.push(toPrint(drill, read.score))
  }
  const paper = new Paper(asked.paper, asked.heading, await paperFonts())
  if (asked.form === 'pages') for (const drill of drills) drillPages(paper, drill, rowsOf(asked))
  else drillsTogether(paper, drills, { ...asked, compact: asked.form === 'compact', staff: asked.notation })
  return { ok: true, bytes: await paper.finish(), pages: paper.pages }
}
