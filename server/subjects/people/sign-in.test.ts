import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { signInAttempts, users } from '../../db/tables'
import { recordingBuilder } from '../../tests/recording'
import { later, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { changeRole, createAccount, listAccounts, openStudio, resetPassword, suspendAccount } from './accounts'
import { reserveAttempt } from './attempts'
import { openShortQueue } from '../../queue'
import { endSessions, sessionOf } from './sessions'
import { changePassword, isKnownDevice, rememberDevice, signIn, type Visitor } from './sign-in'

const { db, pool, close } = openTestDatabase()
afterAll(close)
const PASSWORD = 'walnut and spruce'
const somewhere = (): Visitor => ({ address: randomUUID(), device: null })
const code = (work: Promise<unknown>) =>
  work.then(
    () => 'in',
    (error: { code?: string }) => error.code,
  )
const attemptsOf = async (subject: string) =>
  (await db.select().from(signInAttempts).where(eq(signInAttempts.subject, subject)))[0]?.count ?? 0
const enter = (name: string, password = PASSWORD, visitor = somewhere(), now = NOW) =>
  signIn(db, { name, password }, visitor, now)

describe('signing in', () => {
  test('the right password opens a session, and the session says who it is of', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const session = await enter(teacher.signInName.toUpperCase())
    expect(await sessionOf(db, session)).toMatchObject({
      userId: teacher.userId,
      role: 'teacher',
      studioId: teacher.studioId,
    })
  })

  test('a wrong name and a wrong password are answered alike', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const told = (name: string) =>
      enter(name, 'wrong').catch((error: Error & { code: string }) => [error.message, error.code])
    expect(await told(teacher.signInName)).toEqual(await told(randomUUID()))
  })
})

describe('guessing', () => {
  test('after eight failures of one visitor even the right password waits, and a quarter of an hour later it opens again', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const visitor = somewhere()
    for (let i = 0; i < 8; i++) expect(await code(enter(teacher.signInName, 'wrong', visitor))).toBe('signed-out')
    expect(await code(enter(teacher.signInName, PASSWORD, visitor, later(1)))).toBe('too-many')
    // Another visitor is not held up by them.
    expect(await code(enter(teacher.signInName, PASSWORD, somewhere(), later(1)))).toBe('in')
    expect(await code(enter(teacher.signInName, PASSWORD, visitor, later(16)))).toBe('in')
  })

  test('many at once are as limited as one after the other: they are counted before a password is looked at', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const visitor = somewhere()
    const answers = await Promise.all(
      Array.from({ length: 30 }, () => code(enter(teacher.signInName, 'wrong', visitor))),
    )
    const tally = Map.prototype.get.bind(
      new Map([...new Set(answers)].map(each => [each, answers.filter(answer => answer === each).length])),
    )
    expect([tally('signed-out'), tally('too-many')]).toEqual([8, 22])
  })

  test('a flood from many places on many names is counted to the last one, and nobody waits for another for ever', async () => {
    const run = randomUUID()
    const attempts = Array.from({ length: 300 }, (_, k) =>
      [`visitor:${run}-${k % 7}`, `name:${run}-${k % 11}`, `address:${run}-${k % 3}`].map(subject => ({
        subject,
        most: 1000,
      })),
    )
    await Promise.all(attempts.map(limits => reserveAttempt(db, limits, NOW)))
    const subjects = [...new Set(attempts.flat().map(each => each.subject))]
    const due = (of: string) => attempts.flat().filter(({ subject }) => subject === of).length
    expect(await Promise.all(subjects.map(attemptsOf))).toEqual(subjects.map(due))
  })

  test('who is over a limit already is told so by reading alone', async () => {
    const limits = [
      { subject: `visitor:${randomUUID()}`, most: 2 },
      { subject: `address:${randomUUID()}`, most: 100 },
    ]
    const asked: string[] = []
    const recorded = recordingBuilder(pool, ({ query }) => asked.push(query.trim().split(' ')[0]!))
    const answers = []
    for (let i = 0; i < 4; i++) answers.push(await code(reserveAttempt(recorded, limits, NOW)))
    expect(answers).toEqual(['in', 'in', 'too-many', 'too-many'])
    expect(asked).toEqual(['select', 'insert', 'select', 'insert', 'select', 'select'])
    // After the window the count begins anew.
    expect(await code(reserveAttempt(recorded, limits, later(16)))).toBe('in')
    expect(await Promise.all(limits.map(each => attemptsOf(each.subject)))).toEqual([1, 1])
  })

  test('other spellings that the database takes for the same name are the same account', async () => {
    const plain = `anna-${randomUUID()}`
    const { signInName } = await makeTeacher(db, { password: PASSWORD, signInName: plain })
    const visitor = somewhere()
    const spellings = ['ánna', 'ànna', 'Ânna', 'ANNA', 'äńnå', 'anna', 'ãnna', 'añña']
    for (const spelling of spellings)
      expect(await code(enter(signInName.replace('anna', spelling), 'wrong', visitor))).toBe('signed-out')
    expect(await code(enter(signInName, PASSWORD, visitor))).toBe('too-many')
  })

  test('a crowd that guesses one name from everywhere is stopped, and its owner goes on signing in on a device that is known', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const device = randomUUID()
    await rememberDevice(db, teacher.userId, device, NOW)
    for (let i = 0; i < 60; i++) await code(enter(teacher.signInName, 'wrong'))
    expect(await code(enter(teacher.signInName))).toBe('too-many')
    expect(await code(enter(teacher.signInName, PASSWORD, { address: randomUUID(), device }))).toBe('in')
    expect([
      await isKnownDevice(db, teacher.signInName, device),
      await isKnownDevice(db, teacher.signInName, 'another'),
      await isKnownDevice(db, 'nobody', device),
    ]).toEqual([true, false, false])
    // The device is known for this account only, and is itself limited.
    const other = await makeTeacher(db, { password: PASSWORD })
    for (let i = 0; i < 8; i++) await code(enter(other.signInName, 'wrong', { address: 'one place', device }))
    expect(await code(enter(other.signInName, PASSWORD, { address: 'one place', device }))).toBe('too-many')
    for (let i = 0; i < 10; i++)
      expect(await code(enter(teacher.signInName, 'wrong', { address: 'x', device }))).toBe('signed-out')
    expect(await code(enter(teacher.signInName, PASSWORD, { address: 'x', device }))).toBe('too-many')
  })

  test("one visitor's mistakes leave everybody else at the same address alone", async () => {
    const [one, other] = [await makeTeacher(db, { password: PASSWORD }), await makeTeacher(db, { password: PASSWORD })]
    const school = somewhere()
    for (let i = 0; i < 40; i++) await code(enter(one.signInName, 'wrong', school))
    expect(await code(enter(other.signInName, PASSWORD, school))).toBe('in')
  })

  test('an attempt that is refused is not counted, and one that is right forgives the visitor', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const visitor = somewhere()
    for (let i = 0; i < 5; i++) await code(enter(teacher.signInName, 'wrong', visitor))
    expect(await code(enter(teacher.signInName, PASSWORD, visitor))).toBe('in')
    for (let i = 0; i < 12; i++) await code(enter(teacher.signInName, 'wrong', visitor))
    expect(await attemptsOf(`visitor:${visitor.address}:${teacher.signInName}`)).toBe(8)
    expect(await attemptsOf(`name:${teacher.signInName}`)).toBe(13)
  })

  test('when too many wait to be looked at the next is told so, and is not counted', async () => {
    const teacher = await makeTeacher(db, { password: PASSWORD })
    const queues = { counting: openShortQueue(2, 300), known: openShortQueue(1, 0), strange: openShortQueue(1, 0) }
    let letGo = () => {}
    const busy = queues.strange.run(
      {},
      () =>
        new Promise<void>(resolve => {
          letGo = resolve
        }),
    )
    const visitor = somewhere()
    expect(queues.strange.run({}, async () => {})).toBeNull()
    expect(await code(signIn(db, { name: teacher.signInName, password: PASSWORD }, visitor, NOW, queues))).toBe(
      'unavailable',
    )
    expect(await attemptsOf(`visitor:${visitor.address}:${teacher.signInName}`)).toBe(0)
    letGo()
    await busy
    expect(await code(signIn(db, { name: teacher.signInName, password: PASSWORD }, visitor, NOW, queues))).toBe('in')
  })
})

describe('the end of a session', () => {
  async function studioOf() {
    const name = `o-${randomUUID()}`
    const owner = await openStudio(
      db,
      { name: 'Studio', zone: 'Europe/Vienna', owner: { signInName: name, displayName: 'Anna', password: PASSWORD } },
      NOW,
    )
    const signInName = `t-${randomUUID()}`
    const { id } = await createAccount(
      db,
      owner,
      { id: randomUUID(), role: 'teacher', signInName, displayName: 'Ben', password: PASSWORD },
      NOW,
    )
    return { owner, name, id, signInName }
  }
  const body = () => ({ id: randomUUID() })

  test('signing out ends every session of the account, on all devices', async () => {
    const { signInName } = await studioOf()
    const [laptop, phone] = [await enter(signInName), await enter(signInName)]
    await endSessions(db, laptop.userId)
    expect([await sessionOf(db, laptop), await sessionOf(db, phone)]).toEqual([null, null])
    expect(await sessionOf(db, await enter(signInName))).not.toBeNull()
  })

  test('another password ends all but the session it was changed in, and devices are strangers again', async () => {
    const { id, signInName } = await studioOf()
    const before = await enter(signInName)
    expect(
      await code(changePassword(db, id, { presentPassword: 'wrong', newPassword: 'cedar and rosewood' }, NOW)),
    ).toBe('invalid')
    expect(await sessionOf(db, before)).not.toBeNull()
    const after = await changePassword(db, id, { presentPassword: PASSWORD, newPassword: 'cedar and rosewood' }, NOW)
    expect([await sessionOf(db, before), (await sessionOf(db, after))?.userId]).toEqual([null, id])
    expect(await code(enter(signInName))).toBe('signed-out')
    expect(await code(enter(signInName, 'cedar and rosewood'))).toBe('in')
  })

  test('guessing the present password of a session that was left open is limited too', async () => {
    const { id } = await studioOf()
    for (let i = 0; i < 10; i++)
      expect(
        await code(changePassword(db, id, { presentPassword: 'wrong', newPassword: 'cedar and rosewood' }, NOW)),
      ).toBe('invalid')
    expect(
      await code(changePassword(db, id, { presentPassword: PASSWORD, newPassword: 'cedar and rosewood' }, NOW)),
    ).toBe('too-many')
  })

  test('suspending ends the sessions at once and says why to whoever has the right password', async () => {
    const { owner, id, signInName } = await studioOf()
    const session = await enter(signInName)
    await suspendAccount(db, owner, id, { ...body(), suspended: true }, NOW)
    expect(await sessionOf(db, session)).toBeNull()
    expect([await code(enter(signInName)), await code(enter(signInName, 'wrong'))]).toEqual(['forbidden', 'signed-out'])
    await suspendAccount(db, owner, id, { ...body(), suspended: false }, NOW)
    expect(await sessionOf(db, session)).toBeNull()
    expect(await code(enter(signInName))).toBe('in')
  })

  test('another role, and a password given by the owner, end the sessions at once', async () => {
    const { owner, id, signInName } = await studioOf()
    const first = await enter(signInName)
    await changeRole(db, owner, id, { ...body(), role: 'owner' }, NOW)
    expect(await sessionOf(db, first)).toBeNull()
    const second = await enter(signInName)
    expect(await sessionOf(db, second)).toMatchObject({ role: 'owner' })
    await resetPassword(db, owner, id, { ...body(), password: 'cedar and rosewood' }, NOW)
    expect([await sessionOf(db, second), await code(enter(signInName))]).toEqual([null, 'signed-out'])
    expect(await code(enter(signInName, 'cedar and rosewood'))).toBe('in')
  })

  test('a studio is never left without an owner who can sign in', async () => {
    const { owner, id } = await studioOf()
    expect(await code(suspendAccount(db, owner, owner.userId, { ...body(), suspended: true }, NOW))).toBe('conflict')
    expect(await code(changeRole(db, owner, owner.userId, { ...body(), role: 'teacher' }, NOW))).toBe('conflict')
    await changeRole(db, owner, id, { ...body(), role: 'owner' }, NOW)
    expect(await code(changeRole(db, owner, owner.userId, { ...body(), role: 'teacher' }, NOW))).toBe('in')
  })

  test('accounts of another studio do not exist for an owner', async () => {
    const [one, other] = [await studioOf(), await studioOf()]
    expect(await code(suspendAccount(db, one.owner, other.id, { ...body(), suspended: true }, NOW))).toBe('not-found')
    expect(await code(resetPassword(db, one.owner, other.id, { ...body(), password: 'cedar and rosewood' }, NOW))).toBe(
      'not-found',
    )
    expect((await listAccounts(db, one.owner)).map(account => account.id).sort()).toEqual(
      [one.owner.userId, one.id].sort(),
    )
  })

  test('no password and no hash of one is kept with the write that set it', async () => {
    const { owner, id } = await studioOf()
    const write = body()
    await resetPassword(db, owner, id, { ...write, password: 'cedar and rosewood' }, NOW)
    await resetPassword(db, owner, id, { ...write, password: 'something else altogether' }, NOW)
    const [user] = await db.select().from(users).where(eq(users.id, id))
    // The second was taken for a repeat of the first: what is compared holds no password.
    expect(await code(enter(user!.signInName, 'cedar and rosewood'))).toBe('in')
  })
})
