import { DomainError } from '../errors'

/** Whatever is asked for under /api and is not there, answered in the form of every other error. */
export default defineEventHandler(event =>
  answerErrors(event, async () => {
    throw new DomainError('not-found', 'there is nothing here')
  }),
)
