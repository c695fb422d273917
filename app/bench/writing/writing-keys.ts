import type { WritingDesk } from './useWriting'
import { NOTE_VALUES } from '#core/writing/lengths'
import { endOf } from '#core/writing/edit'

/** A key that writes, and what it does. */
export interface WritingKey {
  readonly keys: string
  readonly label: string
}

const STROKES = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', d: 'D', u: 'U' } as const

/** Every key of the writing, for the list of them. */
export const WRITING_KEYS: readonly WritingKey[] = [
  { keys: '0–9', label: 'A fret; two figures soon after each other are one' },
  { keys: '← →', label: 'To the note before, to the next' },
  { keys: '↑ ↓', label: 'To the thinner, the thicker string' },
  { keys: 'W H Q E S N', label: 'Whole, half, quarter, eighth, sixteenth, thirty-second' },
  { keys: '. T =', label: 'Dotted, triplet, tied on by the length' },
  { keys: 'R', label: 'A rest' },
  { keys: 'L / K', label: 'Slur (hammer-on or pull-off), slide, tap' },
  { keys: '> ’', label: 'Accent, staccato' },
  { keys: 'Shift 1–4, Shift 0', label: 'Fretting finger; the engine’s choice' },
  { keys: 'P I M A C D U', label: 'Plucking finger, down-stroke, up-stroke' },
  { keys: 'Shift ← →', label: 'Select a passage' },
  { keys: 'Alt ↑ ↓', label: 'The same pitch on the next string' },
  { keys: 'Ctrl ↑ ↓', label: 'A fret up or down' },
  { keys: 'Alt PgUp PgDn', label: 'An octave up or down' },
  { keys: 'Alt ← →', label: 'Earlier or later by the note length' },
  { keys: 'Insert', label: 'Insert space of the note length' },
  { keys: 'Delete, Shift Delete', label: 'Delete; delete and close the gap' },
  { keys: 'Ctrl D', label: 'Repeat the bar or the selection' },
  { keys: 'Ctrl C X V A', label: 'Copy, cut, paste, select all' },
]

/** Keys that move the cursor or take out, by whether Shift is held. */
const MOVES: Readonly<Record<string, (desk: WritingDesk, shift: boolean) => void>> = {
  ArrowRight: (desk, shift) => desk.step(1, shift),
  ArrowLeft: (desk, shift) => desk.step(-1, shift),
  Enter: desk => desk.step(1),
  ArrowUp: ({ go, cursor: { value: at } }) => go(at.at, at.string - 1),
  ArrowDown: ({ go, cursor: { value: at } }) => go(at.at, at.string + 1),
  Home: ({ go, cursor }, shift) => go(0, cursor.value.string, shift),
  End: ({ go, cursor, notes }, shift) => go(endOf(notes.value), cursor.value.string, shift),
  Insert: desk => desk.openGap(),
  Delete: (desk, shift) => (shift ? desk.closeGap() : desk.takeOut()),
  Backspace: desk => desk.takeBack(),
}

type Keys = Readonly<Record<string, (desk: WritingDesk) => void>>
const WITH_ALT: Keys = {
  ArrowUp: desk => desk.moveString(-1),
  ArrowDown: desk => desk.moveString(1),
  ArrowLeft: desk => desk.moveTime(-1),
  ArrowRight: desk => desk.moveTime(1),
  PageUp: desk => desk.moveOctave(1),
  PageDown: desk => desk.moveOctave(-1),
}
const WITH_CTRL: Keys = {
  ArrowUp: desk => desk.moveFret(1),
  ArrowDown: desk => desk.moveFret(-1),
  a: desk => desk.markAll(),
  d: desk => desk.repeat(),
}
const LETTERS: Keys = {
  '.': desk => desk.setLength({ dotted: !desk.length.value.dotted }),
  't': desk => desk.setLength({ tuplet: desk.length.value.tuplet === 1 ? 3 : 1 }),
  '=': desk => desk.tie(),
  'r': desk => desk.rest(),
  'l': desk => desk.slur(),
  '/': desk => desk.slide(),
  'k': desk => desk.tap(),
  '>': desk => desk.mark('accent'),
  "'": desk => desk.mark('staccato'),
  '’': desk => desk.mark('staccato'),
  ...Object.fromEntries(NOTE_VALUES.map(({ value }) => [value, (desk: WritingDesk) => desk.setLength({ value })])),
  ...Object.fromEntries(Object.entries(STROKES).map(([key, pluck]) => [key, (desk: WritingDesk) => desk.pluck(pluck)])),
}

type Pressed = Pick<KeyboardEvent, 'key' | 'code' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey'>

/** What a key does on a sheet that is written on; null where it is none of the writing. */
export function writingKey(
  { key, code, altKey, ctrlKey, metaKey, shiftKey }: Pressed,
  desk: WritingDesk,
): (() => void) | null {
  const by = (keys: Keys, name: string) => {
    const run = keys[name]
    return run ? () => run(desk) : null
  }
  if (altKey) return by(WITH_ALT, key)
  if (ctrlKey || metaKey) return shiftKey ? null : by(WITH_CTRL, key.length === 1 ? key.toLowerCase() : key)
  const move = MOVES[key]
  if (move) return () => move(desk, shiftKey)
  // With Shift the figures write signs of their own, other ones on every keyboard.
  const digit = /^(?:Digit|Numpad)(\d)$/.exec(code)?.[1]
  if (shiftKey && digit)
    return Number(digit) <= 4 ? () => desk.finger(Number(digit) === 0 ? null : (Number(digit) as 1)) : null
  if (/^\d$/.test(key)) return () => desk.typeFigure(key)
  if (key === 'Escape' && desk.stretch.value) return desk.unmark
  return by(LETTERS, key.toLowerCase())
}
