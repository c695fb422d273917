import { lessonEvents } from '../../db/tables'

/**
 * When something happened: by the device's clock set right, never after the server had it. A device whose clock is
 * weeks off still puts its passes on the day they were heard.
 */
export function happenedAt({
  deviceAt,
  deviceOffsetMs,
  receivedAt,
}: Pick<typeof lessonEvents.$inferSelect, 'deviceAt' | 'deviceOffsetMs' | 'receivedAt'>): string {
  return new Date(Math.min(deviceAt.getTime() + deviceOffsetMs, receivedAt.getTime())).toISOString()
}

/** The columns that say when an event happened. */
export const EVENT_TIME = {
  deviceAt: lessonEvents.deviceAt,
  deviceOffsetMs: lessonEvents.deviceOffsetMs,
  receivedAt: lessonEvents.receivedAt,
}

type Numbered = Pick<typeof lessonEvents.$inferSelect, 'receivedAt' | 'number'>
/** Events of several lessons by when the server had them. */
export const inOrder = (a: Numbered, b: Numbered) =>
  a.receivedAt.getTime() - b.receivedAt.getTime() || a.number - b.number
