import { afterAll, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { writes } from '../db/tables'
import { makeTeacher, openTestDatabase } from '../tests/studio'
import { forgetWrites } from './forget-writes'
import { idempotentWrite } from './idempotent-write'

const { db, close } = openTestDatabase()
afterAll(close)

test('answers are forgotten half a year after their writes, however many they are; younger ones stay', async () => {
  const teacher = await makeTeacher(db)
  // Long before anything that other tests write.
  const then = (days: number, minutes = 0) => new Date(Date.UTC(2001, 0, 1 + days, 0, minutes))
  await db
    .insert(writes)
    .values(
      Array.from({ length: 4100 }, () => ({
        actorId: teacher.userId,
        id: randomUUID(),
        bodyHash: 'x'.repeat(64),
        answer: null,
        at: then(0),
      })),
    )
  const body = { id: randomUUID() }
  await idempotentWrite(db, teacher, 'test', body, then(1), async () => 'first')
  expect(await forgetWrites(db, then(180))).toBe(0)
  expect(await forgetWrites(db, then(180, 1))).toBeGreaterThanOrEqual(4100)
  expect(await db.select({ id: writes.id }).from(writes).where(eq(writes.actorId, teacher.userId))).toEqual([body])
  expect(await idempotentWrite(db, teacher, 'test', body, then(1), async () => 'again')).toBe('first')
})
