import { Agent, request } from 'node:http'
import { openDatabase } from '../server/db/client'
import { rebuildTallies } from '../server/subjects/lessons/rebuild'
import { benchStudio, enter, giveLessons, type BenchTeacher } from './studio'

/** Keeps its connections, as browsers do; of whoever asks, but for those who have connections of their own. */
export const agent = new Agent({ keepAlive: true, maxSockets: Infinity })
/** Connections of one browser alone, as many as browsers open to one server (common practice). */
export const browser = () => new Agent({ keepAlive: true, maxSockets: 6 })

/** One request, timed until its last byte. @param from Whose connections it takes. */
export function ask(
  method: string,
  path: string,
  cookie: string,
  body?: object,
  from = agent,
): Promise<{ readonly ms: number; readonly status: number; readonly text: string }> {
  const began = performance.now()
  const text = body && JSON.stringify(body)
  return new Promise(resolve => {
    let answered = ''
    const end = (status: number) => resolve({ ms: performance.now() - began, status, text: answered })
    const sent = request(
      process.env.E2E_ADDRESS + path,
      {
        method,
        agent: from,
        headers: {
          cookie,
          ...(text && { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
        },
      },
      answer => {
        answer.setEncoding('utf8')
        answer.on('data', (part: string) => (answered += part))
        answer.on('end', () => end(answer.statusCode!))
      },
    )
    sent.on('error', () => end(0))
    sent.end(text)
  })
}

/** A drill like any other. */
export const ORDINARY = { version: 1, family: 'order', order: { fingers: [1, 2, 4] } }

/** Ten teachers of five students with a term of lessons behind each, all of them signed in. */
export async function teachersAtWork(): Promise<{
  readonly teachers: BenchTeacher[]
  readonly cookies: readonly string[]
}> {
  const { pool, db, close } = openDatabase(process.env.DATABASE_URL!)
  const teachers = [...(await benchStudio(db, 10, 5))]
  // What a lesson looks back on is there from the first minute.
  for (const teacher of teachers) await giveLessons(pool, teacher, 2000, 90)
  await rebuildTallies(db)
  await close()
  const cookies: string[] = []
  for (const { name } of teachers) cookies.push(await enter(process.env.E2E_ADDRESS!, name))
  return { teachers, cookies }
}
