import { answer } from '#core/score/answer'

const MOST_AT_ONCE = 500

/** Realises a spec, a spec with its context, or an array of them: the same JSON as the command line. */
export default answering(async (event) => {
  teacherOf(event)
  const raw = await readBody(event).catch(() => undefined)
  if (raw === undefined || typeof raw === 'string') {
    setResponseStatus(event, 422)
    return { error: { path: '', message: 'not JSON' } }
  }
  if (Array.isArray(raw) && raw.length > MOST_AT_ONCE) {
    setResponseStatus(event, 422)
    return { error: { path: '', message: `${MOST_AT_ONCE} specs at once are the most` } }
  }
  const result = answer(raw)
  if (!Array.isArray(result) && 'error' in result) setResponseStatus(event, 422)
  return result
})
