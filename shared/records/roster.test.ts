import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { strToU8 } from 'fflate'
import { readCsv } from '#core/formats/csv/read'
import { mutatedList } from '#core/formats/mutated-file.test.data'
import { toCsv } from '#core/formats/csv/write'
import { readRoster, ROSTER_COLUMNS, rosterRow, type ListRead, type NamedGuitar } from './roster'

const OWN: readonly NamedGuitar[] = [
  { id: '5f0c0f2e-0000-4000-8000-000000000001', name: 'The old one', choice: { preset: 'half', frets: 16 } },
]
function reading(text: string, present: readonly string[] = []): ListRead | string {
  const csv = readCsv(strToU8(text))
  if (!csv.ok) throw new Error(csv.why)
  return readRoster(csv, present, OWN)
}
const rowsOf = (text: string, present: readonly string[] = []) => (reading(text, present) as ListRead).rows
const one = (heading: string, cells: string) => rowsOf(`${heading}\n${cells}`)[0]!

describe('a list of students', () => {
  test('is read as the roster was written', () => {
    const told = [
      {
        name: 'Ada "Quick" Wren',
        birthYear: 2011,
        guitar: 'Half-size',
        hand: { reachMm: 61.5 },
        slot: { weekday: 7, wallTime: '09:05', minutes: 30, everyWeeks: 2 },
      },
      { name: 'Bo', birthYear: null, guitar: 'The old one', hand: {}, slot: null },
      { name: '+Cy', birthYear: 1990, guitar: 'Electric', hand: { reachMm: 90 }, slot: null },
    ]
    const rows = rowsOf(toCsv(ROSTER_COLUMNS, told.map(rosterRow)))
    expect(rows.map(({ wrong }) => wrong)).toEqual([[], [], []])
    expect(rows.map(({ student }) => student)).toMatchObject([
      {
        name: 'Ada "Quick" Wren',
        birthYear: 2011,
        instrument: { preset: 'half' },
        hand: { reachMm: 61.5 },
        slot: told[0]!.slot,
      },
      { name: 'Bo', birthYear: null, instrumentId: OWN[0]!.id, instrument: { preset: 'half' }, hand: {}, slot: null },
      { name: '+Cy', birthYear: 1990, instrument: { preset: 'electric' }, hand: { reachMm: 90 } },
    ])
  })

  test('needs a name alone, in columns of any order and under names that teachers use', () => {
    expect(reading('E-mail;Time;Weekday;Student;Born\nx@y;4:30 pm;Thu;Ada;2011')).toMatchObject({
      unused: ['E-mail'],
      rows: [
        {
          row: 2,
          wrong: [],
          student: {
            name: 'Ada',
            birthYear: 2011,
            instrument: { preset: 'classical' },
            slot: { weekday: 4, wallTime: '16:30', minutes: 45, everyWeeks: 1 },
          },
        },
      ],
    })
    expect(one('name', 'Bo').student).toMatchObject({ birthYear: null, hand: {}, slot: null })
  })

  test.each([
    ['16:30', '16:30'],
    ['9.05', '09:05'],
    ['12 am', '00:00'],
    ['12:15 PM', '12:15'],
    ['7pm', '19:00'],
    ['08:00:00', '08:00'],
  ])('has times as people write them: %s', (text, wallTime) => {
    expect(one('name,day,time', `Ada,Mon,${text}`).student?.slot).toMatchObject({ weekday: 1, wallTime })
  })

  test.each([
    ['name,born', ',2011', ['name: a name is needed']],
    ['name,born', 'Ada,11.3.2011', ['birth year: “11.3.2011” is no number']],
    ['name,born', 'Ada,1492', [expect.stringMatching(/^birth year: must be a year/)]],
    ['name,reach', 'Ada,9', [expect.stringMatching(/^reach mm: .*30/)]],
    ['name,reach', 'Ada,-80', ['reach mm: “-80” is no number']],
    [
      'name,guitar',
      'Ada,Banjo',
      [expect.stringMatching(/^guitar: there is no guitar “Banjo”: known are classical, steel-string/)],
    ],
    ['name,day,time', 'Ada,Mon,', ['lesson time: is needed where a lesson has a day']],
    ['name,day,time', 'Ada,,16:30', ['lesson day: is needed where a lesson has a time']],
    [
      'name,day,time',
      'Ada,Funday,25:00',
      ['lesson day: “Funday” is no weekday', 'lesson time: “25:00” is no time such as 16:30'],
    ],
    [
      'name,day,time',
      'Ada,8,13 pm',
      ['lesson day: “8” is no weekday', 'lesson time: “13 pm” is no time such as 16:30'],
    ],
    ['name,day,time,length', 'Ada,Mon,16:30,3', ['minutes: must be at least 5 minutes, not 3']],
    ['name,day,time,every weeks', 'Ada,Mon,16:30,9', ['every weeks: must be at most 8, not 9']],
  ])('has each wrong row marked with its column and reason: %s / %s', (heading, cells, wrong) => {
    expect(one(heading, cells)).toMatchObject({ row: 2, wrong, student: null })
  })

  test('marks who is here already, or twice in it', () => {
    expect(rowsOf('name\nada  wren\nBo\nBO', ['Ada Wren']).map(({ known }) => known)).toEqual([true, false, true])
  })

  test('is read, or refused in one sentence, whatever happened to it', () => {
    fc.assert(
      fc.property(mutatedList, bytes => {
        const csv = readCsv(bytes)
        if (!csv.ok) return expect(csv.why).toMatch(/^[^\n]{8,200}\.$/)
        const list = readRoster(csv, [], OWN)
        if (typeof list === 'string') return expect(list).toMatch(/^[^\n]{8,300}\.$/)
        for (const { wrong, student } of list.rows) expect(wrong.length > 0).toBe(student === null)
      }),
      { numRuns: 500, seed: 16 },
    )
  })

  test.each([
    ['first,last\nAda,Wren', /one of them “name”/],
    ['name,Student\nAda,Wren', /Two columns are called “name”/],
  ])('is none where its heading tells no names', (text, why) => {
    expect(reading(text)).toMatch(why)
  })
})
