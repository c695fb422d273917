import { DomainError } from '../../errors'
import { route } from '../../route'
import { Sent } from '../../sent'

const MOST_AT_ONCE = 500

/** Realises a spec, a spec with its context, or an array of them: the same JSON as the command line. */
export default route('POST /api/drills/realise', async ({ event, who, body, engine }) => {
  const specs: readonly unknown[] = Array.isArray(body) ? body : [body]
  if (specs.length > MOST_AT_ONCE)
    throw new DomainError('invalid', `takes at most ${MOST_AT_ONCE} specs at once, not ${specs.length}`, { path: '' })
  const answers = await realiseFor(engine, who.userId, specs)
  setHeader(event, 'content-type', 'application/json')
  if (Array.isArray(body)) return new Sent(`[${answers.join(',')}]`)
  const [answer] = answers
  if (answer!.startsWith('{"error":')) setResponseStatus(event, 422)
  return new Sent(answer!)
})
