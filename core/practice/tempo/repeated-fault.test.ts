import { expect, test } from '@jest/globals'
import type { Fault } from '../../schema/faults'
import type { HistoryEvent } from './history'
import { repeatedFault } from './repeated-fault'

const lessons = (...faults: readonly (readonly Fault[])[]): readonly HistoryEvent[] =>
  faults.map((own, i) => ({
    at: `2026-01-${String(5 + 7 * i).padStart(2, '0')}T16:00:00Z`,
    kind: 'lesson',
    faults: own,
  }))

test('the fault of two of the last three lessons, the most frequent first, then the one heard last', () => {
  const [buzz, tense, late] = ['raised-shoulder', 'tension', 'rushing'] as const
  expect(repeatedFault(lessons([buzz], [buzz], [tense]))).toEqual({ fault: buzz, count: 2, among: 3 })
  expect(repeatedFault(lessons([tense], [buzz], [buzz]))).toEqual({ fault: buzz, count: 2, among: 3 })
  expect(repeatedFault(lessons([buzz, late], [buzz, tense], [late]))).toMatchObject({ fault: late })
  expect(repeatedFault(lessons([buzz], [tense], [late]))).toBeNull()
  // Twice in one lesson is once; a fourth lesson back is too long ago.
  expect(repeatedFault(lessons([buzz, buzz]))).toBeNull()
  expect(repeatedFault(lessons([buzz], [tense], [late], [buzz]))).toBeNull()
})

test('pain is no fault to be practised away', () => {
  expect(repeatedFault(lessons(['pain'], ['pain'], ['pain']))).toBeNull()
})
