import { z } from 'zod'
import { isZone } from '#core/practice/schedule/local-time'
import { newAccount } from './accounts'
import { personName, writeId } from './common'

/** A studio that is to be opened, with its owner. */
export const newStudio = z.strictObject({
  name: personName,
  zone: z.string().refine(isZone, 'must be a time zone such as Europe/London'),
  owner: newAccount,
})
export type NewStudio = z.infer<typeof newStudio>

/** What a studio says to its students and to who looks after them; null for what the program says. */
export const noticeBody = z.strictObject({
  id: writeId,
  notice: z.string().trim().min(1, 'enter the notice').max(8000, 'must be at most 8000 characters').nullable(),
})

/** How large a backup may be that comes in through the app; a larger one comes in by the command line. */
export const MOST_BACKUP_BYTES = 500_000_000

/** What is told of a restore on its way, line by line, and at its end. */
export type RestoreNews =
  | { readonly done: number; readonly all: number }
  | { readonly restored: { readonly name: string; readonly madeAt: string } }
  | { readonly refused: string }
