import { EXPORT_FORMATS, fileName } from '#shared/contracts/drills/export'
import { route } from '../../route'

/** Writes a drill that need not be saved in another format, for its player. */
export default route('POST /api/drills/export', async ({ event, who, body, engine }) => {
  const { ending, type } = EXPORT_FORMATS[body.as]
  const sent = await atAllowedRate(who.userId, 1, () => engine.writeOut(body))
  return fileAnswer(event, sent, `${fileName(body.name)}.${ending}`, type)
})
