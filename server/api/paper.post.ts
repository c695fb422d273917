import { fileName, paperBody } from '#shared/contracts/export'

/** Writes several drills on paper: a page each, the first line of each, or a week of practice. */
export default answering(async event => {
  const { userId } = teacherOf(event)
  const asked = await bodyOf(event, paperBody, BODY.drills)
  const sent = await inTurn(userId, asked.drills.length, () => engineOf(event).writePaper(asked))
  return fileAnswer(event, sent, `${fileName(asked.heading)}.pdf`, 'application/pdf')
})
