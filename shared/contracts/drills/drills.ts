import { z } from 'zod'
import { MOST_TITLE } from '#core/schema/title'
import { writeId } from '../common'

const drillName = z
  .string()
  .trim()
  .min(1, 'a name is needed')
  .max(MOST_TITLE, `must be at most ${MOST_TITLE} characters`)

/** The spec itself is checked by the core, which names the field at fault. */
export const createDrillBody = z.strictObject({ id: writeId, name: drillName, spec: z.unknown() })
export const saveVersionBody = z.strictObject({ id: writeId, spec: z.unknown() })
export const renameDrillBody = z.strictObject({ id: writeId, name: drillName })
export const duplicateDrillBody = z.strictObject({ id: writeId, name: drillName })
export const archiveDrillBody = z.strictObject({ id: writeId, archived: z.boolean() })
