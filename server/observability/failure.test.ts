import { afterAll, expect, test } from '@jest/globals'
import { inspect } from 'node:util'
import { students } from '../db/tables'
import { DomainError } from '../errors'
import { makeTeacher, NOW, openTestDatabase } from '../tests/studio'
import { failureOf } from './failure'

const { db, close } = openTestDatabase()
afterAll(close)

test('a failed write is logged by its kind, its number and its place, and by nothing that was written', async () => {
  const teacher = await makeTeacher(db)
  const row = {
    id: 'not-an-id-but-far-too-long-for-the-column-it-goes-to',
    studioId: teacher.studioId,
    teacherId: teacher.userId,
    name: 'Wanda Winter',
    birthYear: 2011,
    instrument: { preset: 'half' as const },
    hand: {},
    about: 'left hand hurts',
    createdAt: NOW,
  }
  const error = await db
    .insert(students)
    .values(row)
    .then(
      () => null,
      (each: unknown) => each,
    )
  // The driver's error holds what was asked, figures and all.
  expect(inspect(error)).toContain('Wanda Winter')
  const failure = failureOf(error)
  expect(failure).toEqual({
    kind: expect.any(String),
    code: '1406',
    at: expect.arrayContaining([expect.stringMatching(/^at /)]),
  })
  const logged = JSON.stringify(failure)
  for (const secret of ['Wanda', 'Winter', '2011', 'hurts', 'half', row.id]) expect(logged).not.toContain(secret)
})

test('what is thrown and is no error, and an error whose message holds what was typed, say no more than their kind', () => {
  expect(failureOf('Wanda')).toEqual({ kind: 'string', at: [] })
  const failure = failureOf(new DomainError('failed', 'Wanda\n    is her name', { cause: new TypeError('Wanda') }))
  expect(failure).toMatchObject({ kind: 'TypeError' })
  expect(JSON.stringify(failure)).not.toContain('Wanda')
})
