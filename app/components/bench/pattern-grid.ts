/** Rows of the grid, high voices on top. */
export const ROLES = ['1', '2', '3', '4', 'B', 'A', 'R'] as const
export type GridRole = (typeof ROLES)[number]

/** Fingers on the grid: per eighth, which finger plays which role. */
export type PatternCells = readonly (readonly { readonly role: GridRole; readonly finger: string }[])[]

/**
 * Reads a pattern as a grid of eighths.
 * @returns The cells, or null where the pattern has other lengths or roles and can only be typed.
 */
export function cellsOf(tokens: string): PatternCells | null {
  const words = tokens.trim().split(/\s+/).filter(Boolean)
  const cells = words.map(word => {
    if (/^r(\/e)?$/.test(word)) return []
    const parts = word
      .replace(/\/e$/, '')
      .split('+')
      .map(part => /^([pimac]):([RAB1-4])$/.exec(part))
    return parts.every(part => part !== null)
      ? parts.map(part => ({ finger: part![1]!, role: part![2] as GridRole }))
      : null
  })
  return cells.every(cell => cell !== null) ? cells : null
}

/** Writes the cells as a pattern; an eighth without a note is a rest. */
export function tokensOf(cells: PatternCells): string {
  return cells
    .map(cell => (cell.length === 0 ? 'r' : cell.map(({ finger, role }) => `${finger}:${role}`).join('+')))
    .join(' ')
}

const FINGERS = ['p', 'i', 'm', 'a', 'c']
/** The finger that usually takes a role: thumb for basses, a m i from the top. */
const usual = (role: GridRole) => ({ 1: 'a', 2: 'm', 3: 'i', 4: 'p', A: 'p', B: 'p', R: 'p' })[role]

/** The cells after a press: nothing → the usual finger → the others in turn → nothing. */
export function pressed(cells: PatternCells, column: number, role: GridRole): PatternCells {
  return cells.map((cell, i) => {
    if (i !== column) return cell
    const here = cell.find(note => note.role === role)
    const others = cell.filter(note => note.role !== role)
    const inTurn = [usual(role), ...FINGERS.filter(finger => finger !== usual(role))].filter(
      finger => !others.some(note => note.finger === finger),
    )
    const next = inTurn[here ? inTurn.indexOf(here.finger) + 1 : 0]
    return next ? [...others, { role, finger: next }] : others
  })
}
