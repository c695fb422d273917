/** Characters of a title at most: what the name of a drill may have, for its title is the name it is offered. */
export const MOST_TITLE = 160

/**
 * A title cut at a word where it is too long, and marked as cut.
 * @example shortTitle('Order 1 2 3 4') // 'Order 1 2 3 4'
 */
export function shortTitle(text: string): string {
  if (text.length <= MOST_TITLE) return text
  const cut = text.slice(0, MOST_TITLE - 1)
  const word = cut.lastIndexOf(' ')
  return `${(word > MOST_TITLE / 2 ? cut.slice(0, word) : cut).replace(/[,\s]+$/, '')}…`
}
