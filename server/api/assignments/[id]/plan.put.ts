import { planBody } from '#shared/contracts/assignments'
import { setPlan } from '../../../services/assignments'

/** Gives a set drill another plan or day. */
export default answering(async event =>
  setPlan(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, planBody), new Date()),
)
