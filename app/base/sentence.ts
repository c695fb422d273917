import { capital } from '#core/wording/numbers'

/** Words as a sentence of their own: a capital first, one full stop at the end. */
export const sentence = (words: string) => `${capital(words).replace(/\.$/, '')}.`

/**
 * A choice as its button says it: words begin with a capital; letters of fingers and strokes stay as they are.
 * @example choiceLabel('down and up') // 'Down and up'
 * @example choiceLabel('p i m a by string') // 'p i m a by string'
 */
export const choiceLabel = (label: string) => (/^[a-z]{2}/.test(label) ? capital(label) : label)
