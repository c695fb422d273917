/** Whether two values of plain data (what JSON can hold) say the same, fields in the same order. */
export const saysTheSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)
