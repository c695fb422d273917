// A bare handler with the same session check, validation and query as GET /api/today, to compare the API with.
import { createServer } from 'node:http'
import { createApp, createError, defineEventHandler, getQuery, toNodeListener, useSession } from 'h3'
import { localDaySchema } from '../shared/contracts/common'
import { openDatabase } from '../server/db/client'
import { readToday } from '../server/subjects/lessons/today'
import { sessionOf } from '../server/subjects/people/sessions'
import type { SignedIn } from '../server/subjects/people/sign-in'

const { db } = openDatabase(process.env.DATABASE_URL!)
const app = createApp()
app.use(
  '/',
  defineEventHandler(async event => {
    const session = await useSession<{ user?: SignedIn }>(event, {
      name: 'fidactyl',
      password: process.env.NUXT_SESSION_PASSWORD!,
    })
    const me = session.data.user && (await sessionOf(db, session.data.user))
    if (!me) throw createError({ status: 401 })
    const day = localDaySchema.optional().parse(getQuery(event).day)
    return readToday(db, me, new Date(), day)
  }),
)
createServer(toNodeListener(app)).listen(Number(process.env.BARE_PORT), '127.0.0.1')
