import { EXPORT_FORMATS, exportQuery, fileName } from '#shared/contracts/export'
import { DomainError } from '../../../../../services/domain-error'
import { readDrill } from '../../../../../services/drills'

/** A version of a saved drill in another format, to be kept as a file. */
export default answering(async event => {
  const actor = teacherOf(event)
  const asked = queryOf(event, exportQuery)
  const { name, versions } = await readDrill(databaseOf(event), engineOf(event), actor, idOf(event))
  const version = versions.find(({ number }) => String(number) === getRouterParam(event, 'number'))
  if (!version) throw new DomainError('not-found', 'There is no such version of this drill.')
  const { ending, type } = EXPORT_FORMATS[asked.as]
  const sent = await inTurn(actor.userId, 1, () =>
    engineOf(event).writeOut({
      ...asked,
      name,
      spec: version.spec,
      lanes: true,
      student: null,
      tempos: null,
      said: null,
    }),
  )
  return fileAnswer(event, sent, `${fileName(name)}.${ending}`, type)
})
