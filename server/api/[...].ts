import { DomainError } from '../services/domain-error'

/** Whatever is asked for under /api and is not there, answered in the form of every other refusal. */
export default answering(async () => {
  throw new DomainError('not-found', 'there is nothing here')
})
