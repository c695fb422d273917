const SMALL = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight']

/** A count in words as far as a sentence spells them out. @example countInWords(3) // 'three' */
export const countInWords = (count: number): string => SMALL[count] ?? String(count)

/** Words with a capital first. @example capital('four down') // 'Four down' */
export const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`
