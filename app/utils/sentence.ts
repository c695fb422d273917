/** Words as a sentence of their own: a capital first, one full stop at the end. */
export const sentence = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1).replace(/\.$/, '')}.`
