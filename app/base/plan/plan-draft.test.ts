import { describe, expect, test } from '@jest/globals'
import { planSchema, SCHOOLS } from '#core/schema/plan-fields'
import { draftOf, planOf, withSchool } from './plan-draft'

const ENDS = { startBpm: 60, targetBpm: 90 }

describe('a plan put together', () => {
  test.each(SCHOOLS)('a plan of %s goes through its draft unchanged', school => {
    const plan = planSchema.parse({ school, startBpm: 60, targetBpm: school === 'slow-down' ? 40 : 90 })
    expect(planOf(draftOf(plan))).toEqual({ ok: true, value: plan })
  })

  test('a share stays a share, named tempos stay named', () => {
    const percent = planSchema.parse({ school: 'clean-passes', ...ENDS, step: '5%' })
    const named = planSchema.parse({ school: 'staged', ...ENDS, tempos: [60, 70, 90] })
    for (const plan of [percent, named]) expect(planOf(draftOf(plan))).toEqual({ ok: true, value: plan })
  })

  test('what is wrong is said at its field', () => {
    const draft = draftOf({ school: 'staged', ...ENDS })
    expect(planOf({ ...draft, tempos: '80, 70' })).toMatchObject({ ok: false, error: { path: 'tempos' } })
    expect(planOf({ ...draft, tempos: '80 fast' })).toMatchObject({ ok: false, error: { path: 'tempos.1' } })
    expect(planOf({ ...draft, targetBpm: 50 })).toMatchObject({ ok: false, error: { path: 'targetBpm' } })
  })

  test.each(SCHOOLS.flatMap(from => SCHOOLS.map(to => [from, to] as const)))(
    'from %s to %s the numbers go with the new school, and the start stays',
    (from, to) => {
      const before = planSchema.parse({ school: from, startBpm: 60, targetBpm: from === 'slow-down' ? 40 : 90 })
      const made = planOf(withSchool(draftOf(before), to))
      expect(made).toMatchObject({ ok: true, value: { school: to, startBpm: 60 } })
    },
  )
})
