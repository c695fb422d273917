import { EXPORT_FORMATS, exportBody, fileName } from '#shared/contracts/export'

/** Writes a drill that need not be saved in another format, for its player. */
export default answering(async event => {
  const { userId } = teacherOf(event)
  const asked = await bodyOf(event, exportBody, BODY.drill)
  const { ending, type } = EXPORT_FORMATS[asked.as]
  const sent = await inTurn(userId, 1, () => engineOf(event).writeOut(asked))
  return fileAnswer(event, sent, `${fileName(asked.name)}.${ending}`, type)
})
