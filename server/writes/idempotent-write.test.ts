import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { studios, users } from '../db/tables'
import { makeTeacher, NOW, openTestDatabase } from '../tests/studio'
import { hashOf } from './canonical'
import { DomainError } from '../errors'
import { idempotentWrite } from './idempotent-write'

const { db, close } = openTestDatabase()
afterAll(close)
const studio = (id: string) => ({ id, name: 'Only here', zone: 'Europe/London', createdAt: NOW })

describe('a write that another got ahead of', () => {
  const account = (teacher: { readonly signInName: string; readonly studioId: string }, signInName: string) => ({
    id: randomUUID(),
    studioId: teacher.studioId,
    role: 'teacher' as const,
    signInName,
    passwordHash: 'none',
    displayName: 'x',
    createdAt: NOW,
  })

  // What two nodes of a cluster do to each other: both read the same last number and both add one.
  test('is done again when what it wanted is taken, and answers once', async () => {
    const teacher = await makeTeacher(db)
    let tries = 0
    const body = { id: randomUUID() }
    const write = () =>
      idempotentWrite(db, teacher, 'test', body, NOW, async tx => {
        await tx.insert(users).values(account(teacher, ++tries === 1 ? teacher.signInName : `t-${randomUUID()}`))
        return { tries }
      })
    expect(await write()).toEqual({ tries: 2 })
    // Done again and taken back, for its id is taken.
    expect(await write()).toEqual({ tries: 2 })
    expect(tries).toBe(3)
  })

  test('gives up in words when it is taken for good, and its id is free again', async () => {
    const teacher = await makeTeacher(db)
    const body = { id: randomUUID() }
    await expect(
      idempotentWrite(db, teacher, 'test', body, NOW, tx =>
        tx.insert(users).values(account(teacher, teacher.signInName)),
      ),
    ).rejects.toMatchObject({ code: 'conflict', message: 'others wrote at the same moment: try again' })
    expect(await idempotentWrite(db, teacher, 'test', body, NOW, async () => 'done')).toBe('done')
  })

  test('an id that something else has already is said so at once', async () => {
    const teacher = await makeTeacher(db)
    let tries = 0
    await expect(
      idempotentWrite(db, teacher, 'test', { id: randomUUID() }, NOW, tx => {
        tries++
        return tx.insert(studios).values(studio(teacher.studioId))
      }),
    ).rejects.toMatchObject({ code: 'conflict', path: 'id', message: 'something else has this id already' })
    expect(tries).toBe(1)
  })

  test('a repeat that would now be refused gets the answer of the first time', async () => {
    const teacher = await makeTeacher(db)
    const body = { id: randomUUID() }
    expect(await idempotentWrite(db, teacher, 'test', body, NOW, async () => 'done')).toBe('done')
    const refused = () => Promise.reject(new DomainError('not-found', 'gone in the meantime'))
    expect(await idempotentWrite(db, teacher, 'test', body, NOW, async () => 'again', refused)).toBe('done')
    await expect(
      idempotentWrite(db, teacher, 'test', { id: randomUUID() }, NOW, async () => 'again', refused),
    ).rejects.toMatchObject({ code: 'not-found' })
  })
})

describe('the hash of a body', () => {
  test('does not see the order of fields or fields that are not there', () => {
    expect(hashOf({ a: 1, b: [2, { c: 3, d: undefined }] })).toBe(hashOf({ b: [2, { c: 3 }], a: 1 }))
    expect(hashOf({ a: 1 })).not.toBe(hashOf({ a: 2 }))
    expect(hashOf([1, 2])).not.toBe(hashOf([2, 1]))
  })
  // SHA-256 of the two bytes "{}": a published value that any sha256sum confirms.
  test('is SHA-256 in hex', () => {
    expect(hashOf({})).toBe('44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a')
  })
})
