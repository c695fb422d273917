import { useEventListener } from '@vueuse/core'
import { free } from '#core/families/free'
import type { Clip } from '#core/writing/edit'
import type { WritingDesk } from './useWriting'

/** Notes copied from one sheet to another, also between windows; other programs see text. */
const TYPE = 'application/x-fidactyl-notes'

/** What another page put there is checked as any drill is. */
function readClip(text: string): Clip | null {
  try {
    const read = JSON.parse(text) as { notes?: unknown; ticks?: unknown }
    const checked = free.block.safeParse({ notes: read.notes })
    return checked.success && Number.isInteger(read.ticks) && Number(read.ticks) > 0
      ? { notes: checked.data.notes, ticks: Number(read.ticks) }
      : null
  } catch {
    return null
  }
}

const inWords = ({ notes }: Clip) => notes.map(({ string, fret }) => `${string}:${fret}`).join(' ')

/**
 * The clipboard of a writing sheet: copies and cuts its notes; pastes notes at the cursor, and hands on any other text.
 * @param desk Whose sheet has the focus, null while nothing is written.
 */
export function useClipboardOf(desk: () => WritingDesk | null, otherText: (text: string) => void) {
  const here = (event: ClipboardEvent) =>
    (event.target as Element | null)?.closest?.('.writing-sheet') || document.activeElement?.closest('.writing-sheet')
      ? desk()
      : null

  function take(event: ClipboardEvent, cut: boolean) {
    const writing = here(event)
    if (!writing) return
    const clip = writing.copy()
    event.preventDefault()
    if (!clip) return
    event.clipboardData?.setData(TYPE, JSON.stringify(clip))
    event.clipboardData?.setData('text/plain', inWords(clip))
    if (cut) writing.cut()
  }
  useEventListener(document, 'copy', event => take(event, false))
  useEventListener(document, 'cut', event => take(event, true))
  useEventListener(document, 'paste', event => {
    const writing = here(event)
    if (!writing) return
    event.preventDefault()
    const own = event.clipboardData?.getData(TYPE)
    const clip = own ? readClip(own) : null
    const text = event.clipboardData?.getData('text/plain') ?? ''
    if (clip) writing.paste(clip)
    else if (text.trim()) otherText(text)
  })
}
