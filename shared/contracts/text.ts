/** What is wrong with a value that came from outside, and where; null when it can be kept as it is. */
export interface Unfit {
  readonly path: string
  readonly message: string
}

/** Deeper than this no body of ours goes. */
const DEEPEST = 24

/** Why a text cannot be kept exactly as it was typed; null when it can. Every script, emoji and direction mark can. */
function unfitText(text: string): string | null {
  if (!text.isWellFormed()) return 'holds half of a character (a lone surrogate): type it again'
  return text.includes('\0') ? 'holds a NUL character, which is no text' : null
}

/**
 * Looks through plain data for what a database or a program could not keep or read: nesting without end, broken text,
 * a key that means something to the language itself.
 * @example unfitIn({ name: 'tempo < 80' }) // null
 */
export function unfitIn(value: unknown): Unfit | null {
  const waiting: { readonly value: unknown; readonly path: readonly string[] }[] = [{ value, path: [] }]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value: here, path } = next
    if (path.length > DEEPEST)
      return { path: path.slice(0, 3).join('.'), message: `is nested more than ${DEEPEST} deep` }
    if (typeof here === 'string') {
      const message = unfitText(here)
      if (message) return { path: path.join('.'), message }
    }
    if (typeof here !== 'object' || here === null) continue
    for (const [key, each] of Object.entries(here)) {
      if (key === '__proto__') return { path: [...path, key].join('.'), message: 'unknown field' }
      if (unfitText(key)) return { path: path.join('.'), message: 'has a key that is no text' }
      waiting.push({ value: each, path: [...path, key] })
    }
  }
  return null
}
