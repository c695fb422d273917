import { EXPORT_FORMATS, exportQuery, fileName } from '#shared/contracts/export'
import { DomainError } from '../../../../../services/domain-error'
import { readDrill } from '../../../../../services/drills'

const isOn = (choice: string | undefined) => choice === '1' || choice === 'true'

/** A version of a saved drill in another format, to be kept as a file. */
export default answering(async event => {
  const actor = teacherOf(event)
  const { as, paper, notation, click } = queryOf(event, exportQuery)
  const { name, versions } = await readDrill(database.db, engine, actor, idOf(event))
  const version = versions.find(({ number }) => String(number) === getRouterParam(event, 'number'))
  if (!version) throw new DomainError('not-found', 'There is no such version of this drill.')
  const { ending, type } = EXPORT_FORMATS[as]
  const sent = await inTurn(actor.userId, 1, () =>
    engine.writeOut({
      as,
      paper,
      name,
      spec: version.spec,
      notation: isOn(notation),
      click: isOn(click),
      lanes: true,
      student: null,
      tempos: null,
      said: null,
    }),
  )
  return fileAnswer(event, sent, `${fileName(name)}.${ending}`, type)
})
