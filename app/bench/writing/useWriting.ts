import type { Bench } from '../useBench'
import { useWritingClips } from './useWritingClips'
import { useWritingCursor } from './useWritingCursor'
import { useWritingEdits } from './useWritingEdits'

/** Own music, written on its sheet. */
export function useWriting(bench: Bench) {
  const at = useWritingCursor(bench)
  const edits = useWritingEdits(bench, at)
  return { ...at, ...edits.verbs, ...useWritingClips(at, edits) }
}
export type WritingDesk = ReturnType<typeof useWriting>
