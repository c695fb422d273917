import { DomainError } from '../../services/domain-error'

const MOST_AT_ONCE = 500

/** Realises a spec, a spec with its context, or an array of them: the same JSON as the command line. */
export default answering(async event => {
  const { userId } = teacherOf(event)
  const raw = await jsonOf(event, BODY.drills)
  if (Array.isArray(raw) && raw.length > MOST_AT_ONCE)
    throw new DomainError('invalid', `takes at most ${MOST_AT_ONCE} specs at once, not ${raw.length}`, { path: '' })
  const answers = await realiseFor(engineOf(event), userId, Array.isArray(raw) ? raw : [raw])
  setHeader(event, 'content-type', 'application/json')
  if (Array.isArray(raw)) return `[${answers.join(',')}]`
  const [answer] = answers
  if (answer!.startsWith('{"error":')) setResponseStatus(event, 422)
  return answer!
})
