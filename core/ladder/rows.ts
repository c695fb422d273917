/** Rows of the shelf. */
export const GRADE_ROWS = [1, 2, 3, 4, 5, 6, 7, 8] as const

/** The row a grade stands in: the nearest whole one, the last from 7.5 on. @example rowOfGrade(7.6) // 8 */
export const rowOfGrade = (grade: number): number => Math.min(8, Math.round(grade))
