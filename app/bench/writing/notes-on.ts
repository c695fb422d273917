import type { Free } from '#core/families/free'
import { isOwnMusic } from '#core/families/registry'
import type { Notes } from '#core/writing/edit'

/** The notes of own music on a bench, none for another drill. */
export const notesOn = (raw: Record<string, unknown>): Notes =>
  isOwnMusic(raw) ? readable((raw.free as Partial<Free> | undefined)?.notes) : []

/** Notes that stand somewhere: a link may hold others, which the bench says are wrong. */
const readable = (notes: unknown): Notes =>
  Array.isArray(notes) ? (notes as Notes).filter(note => Number.isFinite(note?.at) && Number.isFinite(note?.dur)) : []
