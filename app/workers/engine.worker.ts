import { expose } from 'comlink'
import { firstBlocked } from '#core/fitting/habit'
import { realiseJudged } from '#core/score/realise'

/** The heavy end of the core, off the thread that draws: fingers, costs, verdicts, what a habit will block. */
const engine = { judge: realiseJudged, firstBlocked }
export type Engine = typeof engine

expose(engine)
