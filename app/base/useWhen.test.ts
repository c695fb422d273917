import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'

let zone = 'Europe/Vienna'
jest.unstable_mockModule('./stores/session', () => ({ useSession: () => ({ me: { zone } }) }))
const { useWhen } = await import('./useWhen')

// Monday 5 January 2026, 23:30 in London: half past midnight on Tuesday in Vienna.
beforeEach(() => void jest.useFakeTimers({ now: new Date('2026-01-05T23:30:00Z') }))
afterEach(() => {
  jest.useRealTimers()
  zone = 'Europe/Vienna'
})

describe('times as a teacher says them', () => {
  test.each([
    ['2026-01-05T16:30:00Z', 'yesterday'],
    ['2026-01-06T16:30:00Z', 'today'],
    ['2026-01-07T08:00:00Z', 'tomorrow'],
    ['2026-01-09T08:00:00Z', 'Friday'],
    ['2026-01-12T08:00:00Z', 'Monday'],
    ['2026-01-13T08:00:00Z', 'Tue 13 January'],
    ['2025-12-31T12:00:00Z', 'Wed 31 December'],
  ])("%s is %s in the studio's zone", (iso, said) => {
    expect(useWhen().day(iso)).toBe(said)
  })

  test('the clock and the day are those of the studio, wherever the device is', () => {
    expect(useWhen().clock('2026-01-05T23:30:00Z')).toBe('00:30')
    zone = 'Europe/London'
    expect(useWhen().clock('2026-01-05T23:30:00Z')).toBe('23:30')
    expect(useWhen().day('2026-01-05T16:30:00Z')).toBe('today')
  })

  test('a local day is written out without moving', () => {
    expect(useWhen().longDay('2026-03-29')).toBe('Sunday 29 March')
    expect(useWhen().date('2026-03-03T10:00:00Z')).toBe('3 Mar 2026')
  })
})
