import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { scoreOf } from '../../score/score-of.test.data'
import { readTab, type TabOptions, type TabRead } from './read'

const QUARTER = 10080

function read(text: string, options?: TabOptions): TabRead {
  const result = readTab(text, options)
  if (!result.ok) throw new Error(`${result.line}:${result.column} ${result.why}`)
  return result
}
const told = ({ notes }: TabRead) =>
  notes.map(({ at, string, fret, via }) => `${at / QUARTER} ${string}:${fret}${via ? ` ${via}` : ''}`)

/** Lines of a guitar with something on some of them, thinnest first. */
const lines = (rows: Readonly<Record<string, string>>) => {
  const width = Math.max(...Object.values(rows).map(row => row.length))
  return ['e', 'B', 'G', 'D', 'A', 'E'].map(name => `${name}|${(rows[name] ?? '').padEnd(width, '-')}|`).join('\n')
}

describe('text tablature, read', () => {
  test('the columns between the bar lines are the bar: eight even places of 4/4 are eighths', () => {
    const music = read(lines({ A: '-5-7-----5-7-----', D: '-----5-7-----7-5-' }))
    expect(told(music)).toEqual(['0 5:5', '0.5 5:7', '1 4:5', '1.5 4:7', '2 5:5', '2.5 5:7', '3 4:7', '3.5 4:5'])
    expect(music.rhythm).toBe('spacing')
    expect(music.warnings).toEqual([])
  })

  test('wider places are longer notes, in the meter that the text names', () => {
    expect(told(read(`in 3/4\n${lines({ e: '0---1-3-5---' })}`))).toEqual(['0 1:0', '1 1:1', '1.5 1:3', '2 1:5'])
  })

  test('a line that counts goes before the spacing', () => {
    const text = `   1   e & a 2   &   3 & a 4\n${lines({ G: '-0---2-4-5-7---9---5-4-2-0-----' })}`
    const music = read(text)
    expect(music.rhythm).toBe('count')
    expect(told(music).map(each => Number(each.split(' ')[0]))).toEqual(
      [0, 0.25, 0.5, 0.75, 1, 1.5, 2, 2 + 1 / 3, 2 + 2 / 3, 3].map(at => at),
    )
    expect(read(text, { rhythm: 'equal' }).notes.map(({ at }) => at / QUARTER)).toContain(4.5)
  })

  test('1 + 2 + counts eighths as 1 & 2 & does, and tells a meter of three', () => {
    const music = read(`   1 + 2 + 3 +\n${lines({ e: '-0-1-3-5-3-1-' })}`)
    expect(music.meter).toEqual([3, 4])
    expect(music.notes.map(({ at }) => at / QUARTER)).toEqual([0, 0.5, 1, 1.5, 2, 2.5])
  })

  test('hammer-on, pull-off, slide and tap are read from the signs between frets', () => {
    expect(told(read(lines({ G: '5h7p5/9\\7-t12-' })))).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/3:7 hammer/),
        expect.stringMatching(/3:5 pull/),
        expect.stringMatching(/3:9 slide/),
        expect.stringMatching(/3:7 slide/),
        expect.stringMatching(/3:12 tap/),
      ]),
    )
  })

  test('two figures are one fret where the neck has it, and stand with what is one figure beside them', () => {
    const music = read(lines({ e: '10--12--', E: '0---8---' }))
    expect(told(music)).toEqual(['0 6:0', '0 1:10', '2 6:8', '2 1:12'])
  })

  test('dead notes are left out with a word; so are bends', () => {
    const music = read(lines({ G: '5-x-7b9-' }))
    expect(music.warnings).toEqual(['1 dead note (x) is left out.', 'The bends are left out.'])
  })

  test('dashes of word processors, tabulators, uneven ends and prose around are no hindrance', () => {
    const text = [
      'A tune for Tuesday',
      'capo 2, tempo 90',
      'e|––0–––0–|–0',
      'B|--1---1-|-1-----1----',
      'G|\t|-0-----0',
      'D|--------|---',
      'A|--3-----|-3----------|',
      'E|--------|-',
      'play it twice',
    ].join('\n')
    const music = read(text)
    expect(music).toMatchObject({ title: 'A tune for Tuesday', capo: 2, tempo: 90, bars: 2 })
    expect(music.notes.filter(({ at }) => at === 0).map(({ string }) => string)).toEqual([5, 2, 1])
    expect(music.warnings).toContain('2 lines of text between the strings left out.')
  })

  test('letters name the tuning, also with ♭ and ♯; seven lines are a seven-string guitar', () => {
    const row = (names: readonly string[]) => names.map(name => `${name}|-0-0-|`).join('\n')
    expect(read(row(['D', 'A', 'F#', 'D', 'A', 'D'])).tuning).toEqual([38, 45, 50, 54, 57, 62])
    expect(read(row(['E♭', 'B♭', 'G♭', 'D♭', 'A♭', 'E♭'])).tuning).toEqual([39, 44, 49, 54, 58, 63])
    expect(read(row(['e', 'B', 'G', 'D', 'A', 'E'])).tuning).toBeNull()
    expect(read(row(['e', 'B', 'G', 'D', 'A', 'E', 'B'])).tuning).toEqual([35, 40, 45, 50, 55, 59, 64])
  })

  test('four lines are the strings their letters name', () => {
    const music = read('G|-0-\nD|-2-\nA|-3-\nE|---')
    expect(music.notes.map(({ string }) => string)).toEqual([5, 4, 3])
    expect(music.warnings[0]).toBe('4 lines are read as strings 3 to 6.')
  })

  test('equal values that do not fit their bar are said, and nothing is lost', () => {
    const music = read(lines({ e: '0-1-2-3-5-7-' }), { rhythm: 'equal', value: QUARTER })
    expect(music.notes).toHaveLength(6)
    expect(music.warnings).toContain(
      'Bar 1 is overfull: 6 notes of this value need more than a bar; it goes on in the next.',
    )
  })

  test.each([
    ['nothing at all', 'dear teacher, hello', 0, /no string lines/],
    ['two lines', 'x\ne|-0-1-\nB|-----', 2, /2 string lines stand together/],
    ['blocks of other guitars', `${lines({ e: '-0-' })}\n\ne|-0-\nB|---\nG|---\nD|---`, 8, /4 strings after one of 6/],
    ['no frets', lines({ e: '----' }), 0, /no fret numbers/],
    ['too much', '-'.repeat(200_001), 0, /200,000 are the most/],
    ['too many notes', lines({ e: '1-'.repeat(5000) }), 0, /4,096 are the most/],
  ])('%s is refused with its line', (_, text, line, why) => {
    const result = readTab(text)
    expect(result).toMatchObject({ ok: false, line, why: expect.stringMatching(why) })
  })

  test('whatever is pasted, it is read or refused, and what is read can be played', () => {
    let readable = 0
    const sign = fc.constantFrom('-', '-', '--', '---', '5-', '12-', '7', '|', 'h', '/', 'x', ' ', '\t', 'e', '~')
    const row = fc.array(sign, { minLength: 4, maxLength: 30 }).map(signs => `|---${signs.join('')}`)
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(row, { minLength: 4, maxLength: 14 }).map(rows => rows.join('\n')),
        ),
        text => {
          const result = readTab(text)
          if (!result.ok) return
          readable++
          const score = scoreOf({
            version: 1,
            family: 'free',
            free: { notes: result.notes },
            rhythm: { meter: result.meter },
            instrument: { preset: 'electric', frets: 36, ...(result.tuning && { tuning: result.tuning }) },
          })
          expect(score.notes).toHaveLength(result.notes.length)
          for (const { at, dur } of result.notes) expect([Number.isInteger(at), dur > 0]).toEqual([true, true])
        },
      ),
      { numRuns: 2000 },
    )
    expect(readable).toBeGreaterThan(20)
  })
})
