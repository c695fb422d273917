import { fileName } from '#shared/contracts/drills/export'
import { route } from '../route'

/** Writes several drills on paper: a page each, the first line of each, or a week of practice. */
export default route('POST /api/paper', async ({ event, who, body, engine }) => {
  const sent = await atAllowedRate(who.userId, body.drills.length, () => engine.writePaper(body))
  return fileAnswer(event, sent, `${fileName(body.heading)}.pdf`, 'application/pdf')
})
