import type { z } from 'zod'
import { PRESET_NAMES, PRESETS, type PresetName } from '#core/guitar/presets'
import type { InstrumentChoice } from '#core/guitar/instrument'
import { check } from '#core/schema/problem'
import type { CsvRow } from '#core/formats/csv/read'
import type { Cell } from '#core/formats/csv/write'
import type { HandInput } from '#core/schema/fields'
import type { SlotRow } from '../contracts/lessons/answers'
import { listedStudent } from '../contracts/people/students'

/** What a roster tells of a student, in the order of its columns; the same ones are read. */
export const ROSTER_COLUMNS = [
  'name',
  'birth year',
  'guitar',
  'reach mm',
  'lesson day',
  'lesson time',
  'minutes',
  'every weeks',
] as const
type Column = (typeof ROSTER_COLUMNS)[number]

/** Other names a column goes by in lists that teachers keep. */
const ALSO: Readonly<Record<string, Column>> = {
  'student': 'name',
  'born': 'birth year',
  'year': 'birth year',
  'year of birth': 'birth year',
  'instrument': 'guitar',
  'reach': 'reach mm',
  'day': 'lesson day',
  'weekday': 'lesson day',
  'time': 'lesson time',
  'length': 'minutes',
  'lesson minutes': 'minutes',
}
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** A guitar of the teacher's own, as a list may name it. */
export interface NamedGuitar {
  readonly id: string
  readonly name: string
  readonly choice: InstrumentChoice
}

/** A student as the roster writes them. */
export interface Rostered {
  readonly name: string
  readonly birthYear: number | null
  readonly guitar: string
  readonly hand: HandInput
  readonly slot: Omit<SlotRow, 'id'> | null
}

/** A student as a row of the roster, in the order of its columns. */
export const rosterRow = ({ name, birthYear, guitar, hand, slot }: Rostered): readonly Cell[] => [
  name,
  birthYear,
  guitar,
  hand.reachMm ?? null,
  slot && DAYS[slot.weekday - 1]!,
  slot && slot.wallTime,
  slot && slot.minutes,
  slot && slot.everyWeeks,
]

/** A row of a list as it was read. */
export interface ListedRow {
  readonly row: number
  /** What stands in it, by the columns that are known. */
  readonly cells: Readonly<Partial<Record<Column, string>>>
  /** What is wrong with it, each with its column; empty where nothing is. */
  readonly wrong: readonly string[]
  /** Somebody of this name is on the roster, or further up in the list. */
  readonly known: boolean
  /** What would be added; null where something is wrong. */
  readonly student: z.infer<typeof listedStudent> | null
}

/** A list as it was read: its rows, and the names of columns that are not used. */
export interface ListRead {
  readonly rows: readonly ListedRow[]
  readonly unused: readonly string[]
}

const plainWord = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[\s_-]+/g, ' ')
const columnOf = (heading: string): Column | null => {
  const word = plainWord(heading)
  return ROSTER_COLUMNS.find(column => column === word) ?? ALSO[word] ?? null
}

/** A field as messages of a check name it. */

class Wrong extends Error {}

/** A whole number of a cell; undefined where it is empty. */
function figure(text: string | undefined): number | undefined {
  if (!text) return undefined
  if (!/^\d{1,6}([.,]\d+)?$/.test(text)) throw new Wrong(`“${text.slice(0, 40)}” is no number`)
  return Number(text.replace(',', '.'))
}

/** 1 for Monday to 7, from a day's name, its first letters or its number. */
function weekdayOf(text: string): number {
  const word = plainWord(text)
  const named = DAYS.findIndex(day => word.length >= 2 && day.toLowerCase().startsWith(word))
  if (named >= 0) return named + 1
  if (/^[1-7]$/.test(word)) return Number(word)
  throw new Wrong(`“${text.slice(0, 40)}” is no weekday`)
}

/** A time of the day as 16:30, also from 4:30 pm or 16.30. */
function timeOf(text: string): string {
  const [, hour, minute = '00', half] = /^(\d{1,2})(?:[:.](\d\d))?(?::\d\d)?\s*(am|pm)?$/i.exec(text) ?? []
  const given = Number(hour)
  const late = half?.toLowerCase() === 'pm'
  if (hour === undefined || given > (half ? 12 : 23) || Number(minute) > 59 || (half && given === 0))
    throw new Wrong(`“${text.slice(0, 40)}” is no time such as 16:30`)
  const hours = half ? (given % 12) + (late ? 12 : 0) : given
  return `${String(hours).padStart(2, '0')}:${minute}`
}

/** The guitar a cell names: one of the teacher's own, or a ready-made one; the classical one where it names none. */
function guitarOf(
  text: string | undefined,
  own: readonly NamedGuitar[],
): { instrument: { preset: PresetName }; instrumentId: string | null } {
  if (!text) return { instrument: { preset: 'classical' }, instrumentId: null }
  const word = plainWord(text)
  const mine = own.find(({ name }) => plainWord(name) === word)
  if (mine) return { instrument: mine.choice as { preset: PresetName }, instrumentId: mine.id }
  const sizes: Readonly<Record<string, PresetName>> = { '3/4': 'three-quarter', '1/2': 'half' }
  const ready =
    sizes[word] ?? PRESET_NAMES.find(each => plainWord(each) === word || plainWord(PRESETS[each].label) === word)
  if (ready) return { instrument: { preset: ready }, instrumentId: null }
  const names = PRESET_NAMES.map(each => PRESETS[each].label.toLowerCase())
  throw new Wrong(`there is no guitar “${text.slice(0, 40)}”: known are ${names.join(', ')}, and your own by name`)
}

/** The weekly lesson of a row; null where it says none. */
function slotOf(cells: ListedRow['cells'], told: (column: Column, work: () => unknown) => unknown) {
  const [day, time] = [cells['lesson day'], cells['lesson time']]
  if (!day && !time) return null
  return {
    weekday: told('lesson day', () => {
      if (!day) throw new Wrong('is needed where a lesson has a time')
      return weekdayOf(day)
    }),
    wallTime: told('lesson time', () => {
      if (!time) throw new Wrong('is needed where a lesson has a day')
      return timeOf(time)
    }),
    minutes: told('minutes', () => figure(cells.minutes) ?? 45),
    everyWeeks: told('every weeks', () => figure(cells['every weeks']) ?? 1),
  }
}

/** The column a field of a student comes from. */
const COLUMN_OF: Readonly<Record<string, Column>> = {
  'name': 'name',
  'birthYear': 'birth year',
  'hand.reachMm': 'reach mm',
  'slot.weekday': 'lesson day',
  'slot.wallTime': 'lesson time',
  'slot.minutes': 'minutes',
  'slot.everyWeeks': 'every weeks',
}

/**
 * Reads a list of students row by row; what is wrong with a row is told by its columns.
 * @param present Names of those who are on the roster.
 * @param own The teacher's own guitars.
 * @returns The one sentence why it is no list of students, where it is none.
 */
export function readRoster(
  { heading, rows }: { readonly heading: readonly string[]; readonly rows: readonly CsvRow[] },
  present: readonly string[],
  own: readonly NamedGuitar[],
): ListRead | string {
  const columns = heading.map(columnOf)
  const twice = columns.find((column, i) => column !== null && columns.indexOf(column) < i)
  if (twice) return `Two columns are called “${twice}”.`
  if (!columns.includes('name'))
    return `The first row must name the columns, one of them “name”. Known are: ${ROSTER_COLUMNS.join(', ')}.`
  const names = new Set(present.map(plainWord))
  return {
    unused: heading.filter((name, i) => columns[i] === null && name !== ''),
    rows: rows.map(({ row, cells: texts }): ListedRow => {
      const cells = Object.fromEntries(
        columns.flatMap((column, i) => (column === null ? [] : [[column, texts[i]!] as const])),
      ) as ListedRow['cells']
      const wrong: string[] = []
      const told = (column: Column, work: () => unknown) => {
        try {
          return work()
        } catch (error) {
          if (!(error instanceof Wrong)) throw error
          wrong.push(`${column}: ${error.message}`)
          return undefined
        }
      }
      const reachMm = told('reach mm', () => figure(cells['reach mm']))
      const asked = {
        name: cells.name ?? '',
        birthYear: told('birth year', () => figure(cells['birth year']) ?? null),
        ...(told('guitar', () => guitarOf(cells.guitar, own)) as object | undefined),
        hand: reachMm === undefined ? {} : { reachMm },
        about: '',
        slot: slotOf(cells, told),
      }
      const known = cells.name !== undefined && cells.name !== '' && names.has(plainWord(cells.name))
      if (cells.name) names.add(plainWord(cells.name))
      const checked = wrong.length === 0 ? check(listedStudent, asked) : null
      if (checked && !checked.ok) {
        const { path, rule } = checked.error
        wrong.push(`${COLUMN_OF[path] ?? path}: ${rule}`)
      }
      return { row, cells, wrong, known, student: checked?.ok ? checked.value : null }
    }),
  }
}
