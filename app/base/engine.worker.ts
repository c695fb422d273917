import { expose } from 'comlink'
import { coverageOf } from '#core/ladder/coverage'
import { firstBlocked } from '#core/fitting/habit'
import { suits } from '#core/fitting/suits'
import { worthwhile } from '#core/variations/choices'
import { tempoForGrade } from '#core/grade/at-tempo'
import { realiseGraded } from '#core/grade/graded'
import { neighbours } from '#core/grade/neighbours'
import { startTempoFor } from '#core/grade/start-tempo'

/** The heavy end of the core, off the thread that draws: fingers, costs, verdicts, grades, what a habit will block. */
const engine = {
  judge: realiseGraded,
  firstBlocked,
  neighbours,
  tempoForGrade,
  startTempoFor,
  suits,
  coverageOf,
  worthwhile,
}
export type Engine = typeof engine

expose(engine)
