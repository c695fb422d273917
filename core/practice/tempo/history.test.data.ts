import type { Fault } from '../../schema/faults'
import type { HistoryEvent, LessonHeld, Listener, PassEvent, PracticeEvent } from './history'

/** Histories for tests, made up. Days count from Monday, 5 January 2026. */
export const day = (number: number): string => new Date(Date.UTC(2026, 0, 5 + number)).toISOString().slice(0, 10)
export const at = (number: number, minute = 0): string =>
  `${day(number)}T16:${String(minute).padStart(2, '0')}:00+01:00`

/** Passes of one day from letters: c clean, x slip. */
export const passes = (letters: string, bpm = 72, by: Listener = 'teacher', on = 0): readonly PassEvent[] =>
  [...letters.replaceAll(' ', '')].map((letter, i) => ({ at: at(on, i), kind: 'pass', bpm, clean: letter === 'c', by }))

/** A day of practice at home. */
export const practice = (on: number, more: Partial<PracticeEvent> = {}): PracticeEvent => ({
  at: at(on),
  kind: 'practice',
  bpm: 72,
  minutes: 10,
  feel: 'easy',
  by: 'student',
  ...more,
})

/** A lesson, with the faults heard in it and how the drill sounded. */
export const lesson = (on: number, faults: readonly Fault[] = [], quality?: number): LessonHeld => ({
  at: at(on, 59),
  kind: 'lesson',
  faults,
  ...(quality !== undefined && { quality }),
})

/** Days of practice, one after the other. */
export const practised = (from: number, days: number, bpm = 72): readonly HistoryEvent[] =>
  Array.from({ length: days }, (_, i) => practice(from + i, { bpm }))
