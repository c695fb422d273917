import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { newStudio } from '#shared/contracts/studio/studios'
import { studios } from '../../db/tables'
import { NOW, openTestDatabase } from '../../tests/studio'
import { addAccount, openStudio } from './accounts'
import { sessionOf } from './sessions'
import { signIn } from './sign-in'

const { db, close } = openTestDatabase()
afterAll(close)
/** Signs in and says who it is. */
const enter = async (name: string, password: string, address: string) =>
  sessionOf(db, await signIn(db, { name, password }, { address, device: null }, NOW))
const wanted = (signInName: string, name = `Studio ${signInName}`) => ({
  name,
  zone: 'Europe/Vienna',
  owner: { signInName, displayName: 'Anna', password: 'walnut and spruce' },
})

describe('opening a studio', () => {
  test('its owner signs in, in the zone of the studio', async () => {
    const name = `o-${randomUUID()}`
    const owner = await openStudio(db, wanted(name), NOW)
    expect(await enter(name, 'walnut and spruce', '10.1.0.1')).toMatchObject({
      userId: owner.userId,
      role: 'owner',
      zone: 'Europe/Vienna',
      studioName: `Studio ${name}`,
    })
  })

  test('a taken sign-in name is refused and leaves no studio behind', async () => {
    const name = `o-${randomUUID()}`
    await openStudio(db, wanted(name), NOW)
    await expect(openStudio(db, wanted(name, `Second ${name}`), NOW)).rejects.toMatchObject({
      code: 'conflict',
      path: 'signInName',
    })
    expect(
      await db
        .select()
        .from(studios)
        .where(eq(studios.name, `Second ${name}`)),
    ).toEqual([])
  })

  test('another teacher signs in to the same studio', async () => {
    const owner = await openStudio(db, wanted(`o-${randomUUID()}`), NOW)
    const name = `t-${randomUUID()}`
    await addAccount(
      db,
      owner,
      'teacher',
      { signInName: name, displayName: 'Ben', password: 'cedar and rosewood' },
      NOW,
    )
    expect(await enter(name, 'cedar and rosewood', '10.1.0.2')).toMatchObject({
      studioId: owner.studioId,
      role: 'teacher',
    })
  })
})

describe('what a new studio is asked for', () => {
  const problems = (change: object, owner: object = {}) =>
    newStudio
      .safeParse({ ...wanted('anna'), ...change, owner: { ...wanted('anna').owner, ...owner } })
      .error?.issues.map(issue => issue.path.join('.'))
  test('names, a zone, a password worth the name', () => {
    expect(problems({})).toBeUndefined()
    expect(problems({ zone: 'Vienna' })).toEqual(['zone'])
    expect(problems({ name: ' ' })).toEqual(['name'])
    expect(problems({}, { password: 'short' })).toEqual(['owner.password'])
    expect(problems({}, { signInName: 'an na' })).toEqual(['owner.signInName'])
  })
  test('a sign-in name is kept in small letters, as signing in compares it', () => {
    expect(newStudio.parse(wanted(' Anna ')).owner.signInName).toBe('anna')
  })
})
