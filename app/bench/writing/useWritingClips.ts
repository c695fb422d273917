import { shallowRef } from 'vue'
import * as edit from '#core/writing/edit'
import type { Clip } from '#core/writing/edit'
import type { WritingCursor } from './useWritingCursor'
import type { WritingEdits } from './useWritingEdits'

/** Copying, cutting and pasting notes of own music. */
export function useWritingClips({ notes, cursor, stretch, said, go }: WritingCursor, edits: WritingEdits) {
  const clip = shallowRef<Clip | null>(null)

  /** A copy of what is marked, or of the notes under the cursor. */
  function copy(): Clip | null {
    const taken = edit.copy(notes.value, edits.timeHere())
    if (taken.notes.length === 0) {
      said.value = 'There is no note here.'
      return null
    }
    clip.value = taken
    return taken
  }
  function cut() {
    if (copy()) edits.write(before => edit.takeOut(before, edits.chosen()))
  }
  function paste(what = clip.value) {
    if (!what) {
      said.value = 'Nothing was copied.'
      return
    }
    const at = stretch.value?.from ?? cursor.value.at
    if (edits.write(before => edit.paste(before, at, what))) go(at + what.ticks)
  }
  return { copy, cut, paste }
}
