import type { Me } from '#shared/contracts/people/answers'

/** Who asks; every service takes one. */
export type Actor = Pick<Me, 'userId' | 'studioId' | 'role' | 'zone' | 'studentId'>
