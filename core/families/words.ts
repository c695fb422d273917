import type { SharedSpec } from '../spec/fields'

/**
 * Names the strings of a drill for its title.
 * @example stringsInWords({ order: 'adjacent', from: 6, to: 1, travel: 'there', repeatTurn: true }) // 'strings 6–1'
 */
export function stringsInWords(strings: SharedSpec['strings']): string {
  const { order, from, to, travel } = strings
  const list = typeof order === 'string'
    ? from === to ? `string ${from}` : `strings ${from}–${to}${order === 'skip' ? ' skipping one' : ''}`
    : `string${order.length > 1 ? 's' : ''} ${order.join(' ')}`
  return list + { 'there': '', 'back': ', way back', 'there-and-back': ' and back' }[travel]
}
