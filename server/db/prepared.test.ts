import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, gte, isNotNull } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/mysql2'
import { union, unionAll } from 'drizzle-orm/mysql-core'
import { makeStudent, makeTeacher, NOW, openTestDatabase } from '../tests/studio'
import { recordingBuilder } from '../tests/recording'
import {
  preparedInsert,
  inPlaceholder,
  preparedUpdate,
  placeholder,
  latestOfEach,
  preparedQuery,
  queryOfEach,
  type QueryBuilder,
} from './prepared'
import { QUERY_BUILDER } from './overrides'
import { assignments, instruments, pains, standings, students, writes } from './tables'

const { db, pool, close } = openTestDatabase()
afterAll(close)

const named = preparedQuery(from =>
  from
    .select()
    .from(students)
    .where(eq(students.id, placeholder('id'))),
)

describe('a prepared query', () => {
  test('answers what the builder answers, time after time, in a transaction too', async () => {
    const teacher = await makeTeacher(db)
    const [one, other] = [await makeStudent(db, teacher), await makeStudent(db, teacher)]
    for (const { studentId } of [one, other, one]) {
      const plain = await drizzle({ client: pool }).select().from(students).where(eq(students.id, studentId))
      expect(plain).toHaveLength(1)
      expect(await named(db, { id: studentId })).toEqual(plain)
      expect(await db.transaction(tx => named(tx, { id: studentId }))).toEqual(plain)
    }
  })

  test('knows which of its groups are not there', async () => {
    const teacher = await makeTeacher(db)
    const { studentId } = await makeStudent(db, teacher)
    const joined = preparedQuery(from =>
      from
        .select({ name: students.name, set: assignments, standing: standings })
        .from(students)
        .innerJoin(assignments, eq(assignments.studentId, students.id))
        .leftJoin(standings, eq(standings.assignmentId, placeholder('assignmentId')))
        .where(eq(students.id, placeholder('id'))),
    )
    const [without] = await joined(db, { id: studentId, assignmentId: randomUUID() })
    expect(without).toMatchObject({ set: { studentId }, standing: null })
    const assignmentId = without!.set.id
    expect(await joined(db, { id: studentId, assignmentId })).toMatchObject([{ standing: { assignmentId } }])
  })

  test('says which of its values was not given', async () => {
    await expect(named(db, {})).rejects.toThrow('no value for placeholder id')
  })

  test('sees what its own transaction wrote, and nothing is left of one that failed', async () => {
    const teacher = await makeTeacher(db)
    const { studentId } = await makeStudent(db, teacher)
    await expect(
      db.transaction(async tx => {
        await tx.update(students).set({ name: 'Changed' }).where(eq(students.id, studentId))
        expect(await named(tx, { id: studentId })).toMatchObject([{ name: 'Changed' }])
        expect(await named(db, { id: studentId })).not.toMatchObject([{ name: 'Changed' }])
        throw new Error('on purpose')
      }),
    ).rejects.toThrow('on purpose')
    expect(await named(db, { id: studentId })).not.toMatchObject([{ name: 'Changed' }])
  })
})

test('of a transaction within another nothing is left when it fails, and what is around it stays', async () => {
  const teacher = await makeTeacher(db)
  const { studentId } = await makeStudent(db, teacher)
  const rename = (on: Parameters<typeof named>[0], name: string) =>
    on.update(students).set({ name }).where(eq(students.id, studentId))
  await db.transaction(async tx => {
    await tx.transaction(inner => rename(inner, 'Kept'))
    const failing = tx.transaction(async inner => {
      await rename(inner, 'Undone')
      await inner.transaction(deepest => rename(deepest, 'Undone too'))
      throw new Error('on purpose')
    })
    await expect(failing).rejects.toThrow('on purpose')
  })
  expect(await named(db, { id: studentId })).toMatchObject([{ name: 'Kept' }])
})

describe('one query of each of several rows', () => {
  const latest = queryOfEach((from, id, own) =>
    from
      .select({ studentId: pains.studentId, note: pains.note })
      .from(pains)
      .where(eq(pains.studentId, id))
      .orderBy(desc(pains.at))
      .limit(own('most')),
  )

  test('keeps order and bound of each', async () => {
    const teacher = await makeTeacher(db)
    const [one, other] = [await makeStudent(db, teacher), await makeStudent(db, teacher)]
    for (const [n, { studentId }] of [one, other, one, other, one].entries())
      await db
        .insert(pains)
        .values({
          id: randomUUID(),
          studioId: teacher.studioId,
          studentId,
          pain: null,
          note: `note ${n}`,
          actorId: teacher.userId,
          at: new Date(NOW.getTime() + n * 60_000),
        })
    const most = (id: string) => ({ most: id === one.studentId ? 2 : 1 })
    const rows = await latest(db, [one.studentId, other.studentId], {}, most)
    const of = ({ studentId }: typeof one) => rows.filter(row => row.studentId === studentId).map(row => row.note)
    expect(of(one)).toEqual(['note 4', 'note 2'])
    expect(of(other)).toEqual(['note 3'])
    expect(await latest(db, [], {}, most)).toEqual([])
    expect(await latest(db, [other.studentId], {}, most)).toHaveLength(1)
  })

  test('the latest few of each are the same whether they are asked for together or, where many lie there, apart', async () => {
    const teacher = await makeTeacher(db)
    const ids: string[] = []
    for (let i = 0; i < 3; i++) ids.push((await makeStudent(db, teacher)).studentId)
    const few = latestOfEach(
      (from: QueryBuilder) => from.select({ studentId: pains.studentId, note: pains.note, at: pains.at }).from(pains),
      {
        where: isNotNull(pains.note),
        each: (id, own) => and(eq(pains.studentId, id), gte(pains.at, own('since'))),
        key: 'studentId',
        latest: ['at', pains.at],
        most: 3,
      },
    )
    const [none, some, all] = [NOW.getTime() + 1e9, NOW.getTime() + 4 * 60_000, 0].map(at => new Date(at))
    const told: string[] = []
    const recorded = recordingBuilder(pool, ({ query }) => told.push(query))
    const partsOf = (query: string) => query.split(' union all ').length
    for (const [n, parts] of [
      // So many of each student: none, one with more than are asked for, and as many as might leave some out.
      [[0, 0, 0], [1]],
      [[5, 0, 1], [1]],
      [
        [3, 3, 3],
        [1, 3],
      ],
      [
        [2, 7, 4],
        [1, 3],
      ],
    ] as const) {
      await db.delete(pains).where(eq(pains.studioId, teacher.studioId))
      const rows = ids.flatMap((studentId, k) =>
        Array.from({ length: n[k]! }, (_, i) => ({
          id: randomUUID(),
          studioId: teacher.studioId,
          studentId,
          pain: null,
          note: `${i}`,
          actorId: teacher.userId,
          at: new Date(NOW.getTime() + i * 60_000),
        })),
      )
      if (rows.length > 0) await db.insert(pains).values(rows)
      told.length = 0
      const found = await few(recorded, ids, {}, () => ({ since: all }))
      expect(told.map(partsOf)).toEqual(parts)
      const notesOf = (list: typeof found, id: string) =>
        list
          .filter(row => row.studentId === id)
          .toSorted((a, b) => b.at.getTime() - a.at.getTime())
          .map(row => row.note)
      const due = (count: number) => Array.from({ length: count }, (_, i) => `${i}`).reverse()
      expect(ids.map(id => notesOf(found, id))).toEqual(n.map(count => due(count).slice(0, 3)))
      // Each row has a bound of its own.
      const bounded = await few(db, ids, {}, id => ({ since: id === ids[1] ? some : none }))
      expect(ids.map(id => notesOf(bounded, id))).toEqual([
        [],
        due(n[1])
          .slice(0, Math.max(0, n[1] - 4))
          .slice(0, 3),
        [],
      ])
    }
    expect(await few(db, [], {}, () => ({ since: all }))).toEqual([])
    expect(await few(db, ids.slice(1, 2), {}, () => ({ since: all }))).toHaveLength(3)
  })

  test('stands side by side in one text; what has an order of its own does not', () => {
    const part = () => QUERY_BUILDER.select({ id: students.id }).from(students).where(inPlaceholder(students.id, 'ids'))
    const own = '(select `id` from `students` where `students`.`id` in (?))'
    expect(unionAll(part(), part(), part()).toSQL().sql).toBe([own, own, own].join(' union all '))
    expect(union(part(), part(), part()).toSQL().sql).toContain(`(${own}`)
    expect(unionAll(part(), part()).orderBy(asc(students.id)).toSQL().sql).toMatch(/ order by `id` asc ?$/)
  })
})

describe('what is prepared once and then added or changed', () => {
  const keep = preparedInsert(writes, ['actorId', 'id', 'bodyHash', 'answer', 'at'])

  test('documents, instants and what is nothing arrive as they were', async () => {
    const { userId } = await makeTeacher(db)
    for (const answer of [{ a: [1, 'x < 80', null] }, null, 'text']) {
      const row = { actorId: userId, id: randomUUID(), bodyHash: 'f'.repeat(64), answer, at: NOW }
      await keep(db, row)
      expect(await db.select().from(writes).where(eq(writes.id, row.id))).toEqual([row])
      const [found] = (await pool.query('SELECT answer IS NULL AS nothing FROM writes WHERE id = ?', [row.id]))[0] as {
        nothing: number
      }[]
      expect(found!.nothing).toBe(answer === null ? 1 : 0)
    }
  })

  test('a key that is there already is an error, or what was named is replaced', async () => {
    const { userId } = await makeTeacher(db)
    const row = { actorId: userId, id: randomUUID(), bodyHash: 'f'.repeat(64), answer: 'first', at: NOW }
    await keep(db, row)
    await expect(keep(db, row)).rejects.toMatchObject({ errno: 1062 })
    const replace = preparedInsert(writes, ['actorId', 'id', 'bodyHash', 'answer', 'at'], ['answer'])
    await replace(db, { ...row, bodyHash: 'e'.repeat(64), answer: 'second' })
    expect(await db.select().from(writes).where(eq(writes.id, row.id))).toEqual([{ ...row, answer: 'second' }])
  })

  test('changes the fields that it names of the row that has the key, and no other', async () => {
    const teacher = await makeTeacher(db)
    const rows = ['Old', 'Other'].map(name => ({
      id: randomUUID(),
      studioId: teacher.studioId,
      teacherId: teacher.userId,
      name,
      choice: { preset: 'half' as const },
      createdAt: NOW,
    }))
    await db.insert(instruments).values(rows)
    const rename = preparedUpdate(instruments, 'id', ['name'])
    await rename(db, { id: rows[0]!.id, name: 'New' })
    expect(
      await db
        .select()
        .from(instruments)
        .where(eq(instruments.teacherId, teacher.userId))
        .orderBy(asc(instruments.name)),
    ).toMatchObject([{ ...rows[0], name: 'New' }, rows[1]])
  })
})
