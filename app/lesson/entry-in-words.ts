import type { LessonEvent } from '#core/practice/log/events'
import { faultInWords } from '#core/wording/fault'
import type { OutboxEntry } from '../base/stores/outbox'

function eventInWords(event: LessonEvent): string {
  switch (event.kind) {
    case 'pass':
      return `${event.clean ? 'a clean pass' : 'a slip'} at ${event.bpm}`
    case 'fault':
      return `the fault “${faultInWords(event)}”`
    case 'fault-gone':
      return 'a fault that is gone'
    case 'rating':
      return `how it sounded: ${event.quality} of 5`
    case 'agenda':
      return 'the agenda'
    case 'note':
      return `the note “${event.text}”`
    case 'decision':
      return `the decision to ${event.decision} at ${event.bpm}`
    case 'turn':
      return 'turning to a drill'
    case 'void':
      return 'taking something back'
    case 'end':
      return 'the end of the lesson'
    case 'reopen':
      return 'taking the lesson up again'
  }
}

/** What waits to be delivered, in a few words. @example 'a clean pass at 72' */
export const entryInWords = (entry: OutboxEntry): string =>
  entry.kind === 'event' ? eventInWords(entry.event) : entry.what
