import { capital } from '#core/wording/numbers'

/** Words as a sentence of their own: a capital first, one full stop at the end. */
export const sentence = (words: string) => `${capital(words).replace(/\.$/, '')}.`
