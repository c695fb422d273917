import type { Note } from '../score/score'

/** One end of what leads from a note to the next of its string. */
export interface Slurring {
  readonly kind: 'hammer-on' | 'pull-off' | 'slide'
  readonly type: 'start' | 'stop'
}

const KINDS: Readonly<Partial<Record<Note['via'], Slurring['kind']>>> = {
  hammer: 'hammer-on',
  pull: 'pull-off',
  slide: 'slide',
}

/**
 * What slurs the notes of a drill: how each is reached from the note before it on its string, and the arcs over them.
 * An arc goes from a plucked note over all that is slurred to it, and never over another plucked note.
 * @param notes In order of time.
 */
export function slursOf(notes: readonly Note[]): {
  readonly links: ReadonlyMap<string, readonly Slurring[]>
  readonly arcs: ReadonlyMap<string, readonly Slurring['type'][]>
} {
  const links = new Map<string, Slurring[]>()
  const arcs = new Map<string, Slurring['type'][]>()
  const put = <T>(map: Map<string, T[]>, key: string, value: T) => map.set(key, [...(map.get(key) ?? []), value])
  const before = new Map<number, { readonly note: Note; readonly index: number; arc: boolean }>()
  const plucked = (from: number, to: number, at: number) =>
    notes.slice(from + 1, to).some(note => note.at > notes[from]!.at && note.at < at && note.pluck !== null)
  for (const [index, note] of notes.entries()) {
    const last = before.get(note.string)
    const kind = KINDS[note.via]
    if (kind) {
      if (last) put(links, last.note.key, { kind, type: 'start' })
      put(links, note.key, { kind, type: 'stop' })
    }
    const slurred = kind !== undefined && last !== undefined && !plucked(last.index, index, note.at)
    if (last?.arc && !slurred) put(arcs, last.note.key, 'stop')
    if (slurred && !last.arc) put(arcs, last.note.key, 'start')
    before.set(note.string, { note, index, arc: slurred })
  }
  for (const { note, arc } of before.values()) if (arc) put(arcs, note.key, 'stop')
  return { links, arcs }
}
