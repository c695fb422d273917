import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { studios } from '../db/tables'
import { makeTeacher, NOW, openTestDatabase } from '../tests/studio'
import { hashOf, once } from './once'

const { db, close } = openTestDatabase()
afterAll(close)
const studio = (id: string) => ({ id, name: 'Only here', zone: 'Europe/London', createdAt: NOW })

describe('a write that another got ahead of', () => {
  // What two nodes of a cluster do to each other: both read the same last number and both add one.
  test('is done again when what it wanted is taken, and answers once', async () => {
    const teacher = await makeTeacher(db)
    let tries = 0
    const body = { id: randomUUID() }
    const write = () => once(db, teacher, 'test', body, NOW, async (tx) => {
      await tx.insert(studios).values(studio(++tries === 1 ? teacher.studioId : randomUUID()))
      return { tries }
    })
    expect(await write()).toEqual({ tries: 2 })
    expect(await write()).toEqual({ tries: 2 })
    expect(tries).toBe(2)
  })

  test('gives up when it is taken for good, and its id is free again', async () => {
    const teacher = await makeTeacher(db)
    const body = { id: randomUUID() }
    await expect(once(db, teacher, 'test', body, NOW, tx => tx.insert(studios).values(studio(teacher.studioId)))).rejects.toThrow('insert into `studios`')
    expect(await once(db, teacher, 'test', body, NOW, async () => 'done')).toBe('done')
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
