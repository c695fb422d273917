import { describe, expect, test } from '@jest/globals'
import { openingFor } from '../fitting/opening'
import { FAMILIES, familyLookup } from '../families/registry'
import { parseSpec, type Spec } from '../schema/parse'
import type { Transform } from '../schema/fields'
import { variedByOwn } from '../practice/tempo/variations'
import { realise } from '../score/realise'
import { changeOf, playVariation, varied, variationChoices, worthwhile } from './choices'

const sheets = FAMILIES.filter(family => 'build' in family)
function specOf(name: string): Spec {
  const parsed = parseSpec(
    openingFor(
      FAMILIES.find(family => family.name === name)!,
      {},
    ),
    familyLookup,
  )
  if (!parsed.ok) throw new Error(parsed.error.message)
  return parsed.value
}
const played = (raw: unknown) => {
  const result = realise(raw)
  return result.ok && result.value.kind === 'sheet'
    ? result.value.notes.map(({ at, string, fret, finger, pluck, via, marks }) => [
        at,
        string,
        fret,
        finger,
        pluck,
        via,
        marks,
      ])
    : result
}

describe('the variations of a drill', () => {
  test.each(sheets.map(({ name }) => name))('%s: each by transform is the transform done by hand', name => {
    const spec = specOf(name)
    const choices = variationChoices(spec).filter(({ transform }) => transform)
    expect(choices.length).toBeGreaterThan(6)
    for (const choice of choices)
      expect(played(varied(spec, [choice]))).toEqual(played({ ...spec, then: [...spec.then, choice.transform] }))
  })

  test('at least eight of them make something else of the drill a bench opens with', () => {
    const spec = specOf('order')
    const ids = worthwhile(spec).map(({ id }) => id)
    expect(ids.length).toBeGreaterThanOrEqual(8)
    expect(ids).toEqual(expect.arrayContaining(['rotate-2', 'strokes', 'staccato', 'slurs-all']))
    // There and back it is the same from its end.
    expect(ids).not.toContain('reverse')
    expect(worthwhile({ ...spec, strings: { ...spec.strings, travel: 'there' } }).map(({ id }) => id)).toContain(
      'reverse',
    )
  })

  test('what cannot be played is not offered', () => {
    const spec = { ...specOf('order'), position: 16 }
    expect(playVariation(spec, [variationChoices(spec).find(({ id }) => id === 'position-1')!])).not.toBeNull()
    expect(worthwhile({ ...spec, strings: { ...spec.strings, from: 6, to: 1 } }).map(({ id }) => id)).not.toContain(
      'thicker',
    )
  })

  test('combined, they act one after the other', () => {
    const spec = specOf('order')
    const choices = variationChoices(spec)
    const [reverse, staccato] = ['reverse', 'staccato'].map(id => choices.find(choice => choice.id === id)!)
    const both = varied(spec, [reverse!, staccato!])
    expect(both.then).toEqual([{ do: 'reverse' } satisfies Transform])
    expect(played(both)).toEqual(
      played({ ...spec, then: [{ do: 'reverse' }], sound: { ...spec.sound, length: 'staccato' } }),
    )
  })

  test('a parameter that is so already is not offered as a variation', () => {
    const spec = { ...specOf('order'), sound: { ...specOf('order').sound, length: 'staccato' as const } }
    expect(variationChoices(spec).map(({ id }) => id)).not.toContain('staccato')
    expect(variationChoices(spec).map(({ id }) => id)).not.toContain(`division-${spec.rhythm.perBeat}`)
  })

  test('kept as one change and made later, it is played as it was shown', () => {
    const spec = specOf('order')
    const choices = variationChoices(spec)
    const chosen = ['pluck-im', 'staccato', 'swell', 'rotate-2', 'accents-3'].map(id =>
      choices.find(each => each.id === id)!,
    )
    const own = { name: 'All of it', change: changeOf(spec, chosen) }
    expect(played(variedByOwn(spec, own))).toEqual(played(varied(spec, chosen)))
    expect(changeOf(spec, [])).toEqual({})
  })
})
