/** Words with a capital first. */
export const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`

/** Words as a sentence of their own: a capital first, one full stop at the end. */
export const sentence = (words: string) => `${capital(words).replace(/\.$/, '')}.`
