import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { Chord } from 'tonal'
import { readChordLine, writeChordLine } from './chord-line'
import { nearChords } from './near'

const told = (text: string, beats = 4) => {
  const line = readChordLine(text, beats)
  return line.ok ? line.chords.map(({ name, frets, beats: length }) => `${name ?? frets}:${length}`).join(' ') : line
}

describe('chords typed in one line', () => {
  test.each([
    ['C Am F G', 'C:4 Am:4 F:4 G:4'],
    ['C, Am, F, G', 'C:4 Am:4 F:4 G:4'],
    ['| C / G/B / | Am |', 'C:2 G/B:2 Am:4'],
    ['| C G | Am / / F |', 'C:2 G:2 Am:3 F:1'],
    ['| C | % | F |', 'C:8 F:4'],
    ['|: C | G :|', 'C:4 G:4 C:4 G:4'],
    ['|: Am | E7 :| x3 | Am |', 'Am:4 E7:4 Am:4 E7:4 Am:4 E7:4 Am:4'],
    ['C / G /', 'C:2 G:2'],
    ['x32010 320003', 'x32010:4 320003:4'],
    ['x-10-12-12-11-10 Em', 'x-10-12-12-11-10:4 Em:4'],
    ['B♭ F♯m', 'Bb:4 F#m:4'],
    ['am em', 'Am:4 Em:4'],
  ])('%s', (text, chords) => {
    expect(told(text)).toBe(chords)
  })

  test('three chords share a bar of three, not of four', () => {
    expect(told('| C F G |', 3)).toBe('C:1 F:1 G:1')
    expect(told('| C F G |')).toMatchObject({
      why: '3 chords do not share the 4 beats of bar 1 evenly: mark their beats with /',
      meter: true,
    })
  })

  test.each([
    ['C Hm', 'Hm', ['Bm']],
    ['Cmja7', 'Cmja7', ['Cmaj7', 'Cm7']],
    ['| C | Zz |', 'Zz', []],
  ])('%s: the word is named, with what is near it', (text, word, near) => {
    expect(told(text)).toMatchObject({ ok: false, word, near: near.length > 0 ? expect.arrayContaining(near) : [] })
  })

  test.each([
    ['', 'no chord is typed'],
    ['| % |', 'there is no bar before to repeat'],
    [':|', 'there is nothing before the repeat sign'],
    ['| / C |', 'bar 1 begins with a stroke: a chord comes first'],
    ['| C / / / / |', 'bar 1 has 5 beats; the meter has 4'],
    ['|: C | G :| x99', 'a part is repeated 1 to 64 times'],
    [`|: ${'C | G | '.repeat(10)} :| x9`, '180 chords with their repeats; 64 are the most'],
  ])('%s is refused: %s', (text, why) => {
    expect(told(text)).toMatchObject({ ok: false, why })
  })

  test('what is written is read as the same', () => {
    const chord = fc.record({
      name: fc.constantFrom('C', 'Am', 'F', 'G/B', 'E7', 'Bb'),
      beats: fc.integer({ min: 1, max: 9 }),
    })
    fc.assert(
      fc.property(fc.array(chord, { minLength: 1, maxLength: 12 }), fc.constantFrom(2, 3, 4, 6), (chords, beats) => {
        const distinct = chords.filter((each, i) => each.name !== chords[i - 1]?.name)
        // Bars are filled: the last chord goes on to the end of its bar.
        const total = distinct.reduce((sum, each) => sum + each.beats, 0)
        const last = distinct.at(-1)!
        const filled = [...distinct.slice(0, -1), { ...last, beats: last.beats + ((beats - (total % beats)) % beats) }]
        expect(readChordLine(writeChordLine(filled, beats), beats)).toEqual({ ok: true, chords: filled })
      }),
    )
  })

  test('one chord for very long is several, each no longer than a drill takes', () => {
    const line = readChordLine(`|: C :| x40`, 4)
    expect(line.ok && line.chords.map(({ beats }) => beats)).toEqual([128, 32])
  })

  test('whatever is typed, it is read or refused in words', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(fc.constantFrom('C', '|', ':|', '|:', '/', '%', 'x3', 'Am', ' ')).map(words => words.join(' ')),
        ),
        text => {
          const line = readChordLine(text, 4)
          if (line.ok) for (const { beats } of line.chords) expect(Number.isInteger(beats) && beats > 0).toBe(true)
          else expect(line.why.length).toBeGreaterThan(5)
        },
      ),
      { numRuns: 1000 },
    )
  })
})

describe('names near to what was typed', () => {
  test('all of them are chords of the theory library', () => {
    for (const typed of ['Hm', 'Cmja7', 'Gsus', 'am', 'Dmin', 'Fdur', 'E moll'])
      for (const name of nearChords(typed)) expect([typed, name, Chord.get(name).empty]).toEqual([typed, name, false])
    expect(nearChords('Dmin')[0]).toBe('Dm')
    expect(nearChords('Fdur')).toEqual(['F'])
  })
})
