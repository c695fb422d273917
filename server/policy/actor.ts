import type { Me } from '#shared/contracts/accounts'

/** Who asks; every service takes one. */
export type Actor = Pick<Me, 'userId' | 'studioId' | 'role' | 'zone' | 'studentId'>
