import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { keepChordsBody } from '#shared/contracts/drills/chords'
import { makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { archiveChords, keepChords, listChords } from './chords'

const { db, close } = openTestDatabase()
afterAll(close)

const progression = (name: string) => ({
  id: randomUUID(),
  kind: 'progression' as const,
  name,
  chords: '| C / G/B / | Am |',
  fingers: null,
})

describe('chords a teacher keeps', () => {
  test('are theirs, by name, until they put them away', async () => {
    const [teacher, other] = [await makeTeacher(db), await makeTeacher(db)]
    const late = await keepChords(db, teacher, progression('Winter song'), NOW)
    const shape = {
      id: randomUUID(),
      kind: 'shape' as const,
      name: 'C, small hands',
      chords: 'x3201x',
      fingers: '-3201-',
    }
    await keepChords(db, teacher, shape, NOW)
    expect((await listChords(db, teacher)).map(({ name }) => name)).toEqual(['C, small hands', 'Winter song'])
    expect(await listChords(db, other)).toEqual([])
    await expect(archiveChords(db, other, late.id, { id: randomUUID(), archived: true }, NOW)).rejects.toThrow(
      'there is no such progression or shape',
    )
    await archiveChords(db, teacher, late.id, { id: randomUUID(), archived: true }, NOW)
    expect((await listChords(db, teacher)).map(({ name }) => name)).toEqual(['C, small hands'])
    await archiveChords(db, teacher, late.id, { id: randomUUID(), archived: false }, NOW)
    expect(await listChords(db, teacher)).toHaveLength(2)
  })

  test('what is no chord is refused by its word, a line in another meter is not', () => {
    const why = (more: object) => keepChordsBody.safeParse({ ...progression('x'), ...more }).error?.issues[0]
    expect(why({ chords: 'C Hm' })).toMatchObject({ path: ['chords'], message: 'no chord is called “Hm”' })
    expect(why({ chords: '| C F G |' })).toBeUndefined()
    expect(why({ kind: 'shape', chords: 'x3201q' })).toMatchObject({ path: ['chords'] })
    expect(why({ kind: 'shape', chords: 'x-10-12-12-11-10' })).toBeUndefined()
    expect(why({ kind: 'shape', chords: 'x3201' })?.message).toBe('names 5 strings; a guitar here has 6 to 8')
  })
})
