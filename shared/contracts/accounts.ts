import { z } from 'zod'

export const signInBody = z.strictObject({
  name: z.string().trim().min(1, 'the sign-in name is needed').max(80, 'must be at most 80 characters'),
  password: z.string().min(1, 'the password is needed').max(200, 'must be at most 200 characters'),
})

/** Who is signed in. */
export interface Me {
  readonly userId: string
  readonly studioId: string
  readonly role: 'owner' | 'teacher' | 'student'
  readonly name: string
  readonly studioName: string
  /** IANA zone of the studio. */
  readonly zone: string
}
