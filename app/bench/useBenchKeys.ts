import type { Ref } from 'vue'
import type { useBench } from './useBench'
import { useKeys, type Shortcut } from '../base/useKeys'
import type { useMetronome } from '../base/sound/useMetronome'
import type { useSavedDrill } from './useSavedDrill'
import type { useSheetRows } from '../base/sheet/useSheetRows'

/** What the keys of the Bench work on. */
interface Keyed {
  readonly bench: Pick<ReturnType<typeof useBench>, 'undo' | 'redo'>
  readonly kept: Pick<ReturnType<typeof useSavedDrill>, 'save'>
  readonly metronome: ReturnType<typeof useMetronome>
  readonly dock: Readonly<Ref<{ change: (by: number) => void; tap: () => void } | null>>
  readonly sheet: Readonly<Ref<{ setFinger: (finger: number | null) => void } | null>>
  readonly rows: ReturnType<typeof useSheetRows>
  readonly print: () => void
  readonly exportIt: () => void
}

/** The keys of the Bench. */
export function useBenchKeys({ bench, kept, metronome, dock, sheet, rows, print, exportIt }: Keyed): void {
  const turned = (row: Ref<boolean>) => () => {
    row.value = !row.value
  }
  const save = () => void kept.save()
  const shortcuts: readonly Shortcut[] = [
    { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
    { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
    { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
    { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
    ...[1, 2, 3, 4].map(finger => ({
      key: String(finger),
      label: `Finger ${finger} for the picked note`,
      run: () => sheet.value?.setFinger(finger),
    })),
    { key: '0', label: 'Its own finger again', run: () => sheet.value?.setFinger(null) },
    { key: 'z', label: 'Undo', run: () => bench.undo() },
    { key: 'y', label: 'Redo', run: () => bench.redo() },
    { key: 's', label: 'Save', run: save },
    { key: 'z', held: 'ctrl', label: 'Undo', run: () => bench.undo() },
    { key: 'z', held: 'ctrl+shift', label: 'Redo', run: () => bench.redo() },
    { key: 'y', held: 'ctrl', label: 'Redo', run: () => bench.redo() },
    { key: 's', held: 'ctrl', label: 'Save', run: save },
    { key: 'l', label: 'Show or hide the finger lanes', run: turned(rows.lanes) },
    { key: 'q', label: 'Show or hide the quiet strings', run: turned(rows.quiet) },
    { key: 'p', label: 'Print', run: print },
    { key: 'e', label: 'Export', run: exportIt },
  ]
  useKeys(() => shortcuts)
}
