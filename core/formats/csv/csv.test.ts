import { describe, expect, test } from '@jest/globals'
import { parse } from 'csv-parse/sync'
import { strToU8 } from 'fflate'
import { readCsv } from './read'
import { csvLines, toCsv } from './write'

// RFC 4180 (2005), "Common Format and MIME Type for CSV Files": sections 2.1 to 2.7. `csv-parse` reads what we write.

const read = (text: string) => readCsv(strToU8(text))
const rowsOf = (text: string) => {
  const result = read(text)
  if (!result.ok) throw new Error(result.why)
  return result.rows.map(({ cells }) => cells)
}
const HARD = [
  ['Ada, "the quick"', 72.5, null],
  ['two\r\nlines', 0, 'ŻÓŁĆ 練習 ♭'],
  ['a;b\tc', -3.25, ' led and trailed '],
] as const

describe('what is written', () => {
  test('is read by another program as it was, quotes, lines and letters', () => {
    const text = toCsv(['name', 'bpm', 'note'], HARD)
    const read = parse(text, { bom: true }) as string[][]
    expect(read).toEqual([['name', 'bpm', 'note'], ...HARD.map(row => row.map(cell => String(cell ?? '')))])
  })

  test('ends every line with CR LF and has figures with a dot', () => {
    expect(csvLines([[1.5, 'x']])).toBe('1.5,x\r\n')
    expect(csvLines([])).toBe('')
  })

  test.each(['=1+1', '+44', '-2', '@SUM(A1)', '\tx', '\r=x', '＝1', "'=1", "''-x"])(
    'holds %j for a spreadsheet to show and not to run, and it is read back as it was',
    text => {
      const line = csvLines([[text, 'x']])
      const [[cell]] = parse(line, { record_delimiter: '\r\n' }) as [string[]]
      expect(cell).toBe(`'${text}`)
      const result = read(`a,b\r\n${line}`)
      expect(result.ok && result.rows[0]!.cells[0]).toBe(text.trim())
    },
  )

  test('leaves figures below nothing and an apostrophe in a name alone', () => {
    expect(csvLines([[-2, "O'Hara", "'tis"]])).toBe("-2,O'Hara,'tis\r\n")
  })
})

describe('what is read', () => {
  // The examples of RFC 4180, 2.1 to 2.7.
  test('are the examples of the standard', () => {
    expect(rowsOf('a,b,c\r\naaa,bbb,ccc\r\nzzz,yyy,xxx\r\n')).toEqual([
      ['aaa', 'bbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ])
    expect(rowsOf('a,b,c\r\nzzz,yyy,xxx')).toEqual([['zzz', 'yyy', 'xxx']])
    expect(rowsOf('a,b,c\r\n"aaa","b \r\nbb","ccc"\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'b \r\nbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ])
    expect(rowsOf('a,b,c\r\n"aaa","b""bb","ccc"')).toEqual([['aaa', 'b"bb', 'ccc']])
  })

  test('keep the apostrophe a word begins with: only what a spreadsheet would run had one put before it', () => {
    expect(rowsOf("a,b,c\n'tis,'n' roll,'=1+1")).toEqual([["'tis", "'n' roll", '=1+1']])
  })

  test('are lists with semicolons, tabs, a mark, other line ends, and empty rows between', () => {
    for (const text of [
      '\uFEFFname;year\r\nAda;2011\r\n;\r\nBo;\r\n',
      'name\tyear\nAda\t2011\n\nBo\t\n',
      'name,year\rAda,2011\r\rBo',
    ])
      expect(read(text)).toEqual({
        ok: true,
        heading: ['name', 'year'],
        rows: [
          { row: 2, cells: ['Ada', '2011'] },
          { row: 4, cells: ['Bo', ''] },
        ],
      })
  })

  test.each([
    ['', /is empty/],
    ['\n\n , \n', /nothing in the file/],
    ['a,b\n"x,y\n', /quotation mark/],
    ['a,b\n1,2,3\n', /Row 2 has more cells/],
    [`a\n${'x\n'.repeat(6000)}`, /at most 5000 rows/],
    ['x'.repeat(2_100_000), /at most 2 MB/],
    ['PK\u0003\u0004 a spreadsheet of its own kind', /save it as CSV/],
    ['a\0b,c', /save it as CSV/],
    [`${'x'.repeat(5000)}\0`, /no text/],
    [Array.from({ length: 61 }, (_, i) => i).join(','), /at most 60 columns/],
  ])('is refused in one sentence where it is none: %#', (text, why) => {
    const result = read(text)
    expect(result.ok ? null : result.why).toMatch(why)
  })
})
