import { EXPORT_FORMATS, fileName } from '#shared/contracts/drills/export'
import { DomainError } from '../../../../../errors'
import { route } from '../../../../../route'
import { readDrill } from '../../../../../subjects/drills/drills'

/** A version of a saved drill in another format, to be kept as a file. */
export default route('GET /api/drills/:id/versions/:number/export', async ({ event, who, id, query, db, engine }) => {
  const { name, versions } = await readDrill(db, engine, who, id)
  const version = versions.find(({ number }) => String(number) === getRouterParam(event, 'number'))
  if (!version) throw new DomainError('not-found', 'There is no such version of this drill.')
  const { ending, type } = EXPORT_FORMATS[query.as]
  const { spec } = version
  const sent = await atAllowedRate(who.userId, 1, () =>
    engine.writeOut({ ...query, name, spec, lanes: true, student: null, tempos: null, said: null }),
  )
  return fileAnswer(event, sent, `${fileName(name)}.${ending}`, type)
})
