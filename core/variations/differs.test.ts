import { describe, expect, test } from '@jest/globals'
import { realise } from '../score/realise'
import type { Score } from '../score/score'
import { differingNotes } from './differs'

const sheet = (more: object = {}): Score => {
  const result = realise({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })
  if (!result.ok || result.value.kind !== 'sheet') throw new Error('no sheet')
  return result.value
}
const base = sheet()
const atsOf = (varied: Score) => {
  const keys = new Set(differingNotes(base, varied))
  return varied.notes.flatMap((note, i) => (keys.has(note.key) ? [i] : []))
}

describe('what differs in a variation', () => {
  test('nothing in the drill itself, nor where nearly everything is another', () => {
    expect(atsOf(base)).toEqual([])
    expect(atsOf(sheet({ position: 9 }))).toEqual([])
    expect(atsOf(sheet({ rhythm: { perBeat: 3 } }))).toEqual([])
  })

  test('the notes that are slurred, and those plucked otherwise for it', () => {
    const slurred = sheet({ slurs: [2] })
    const changed = new Set(differingNotes(base, slurred))
    for (const note of slurred.notes) if (note.via !== 'pluck') expect(changed.has(note.key)).toBe(true)
    expect(changed.size).toBeLessThan(slurred.notes.length)
  })

  test('the accents that were moved', () => {
    const accented = sheet({ then: [{ do: 'accents', every: 3 }] })
    expect(atsOf(accented)).toEqual(accented.notes.flatMap((note, i) => (note.marks.includes('accent') ? [i] : [])))
  })
})
