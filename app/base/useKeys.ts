import { createGlobalState, useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

/** A key of a place: what it is called, what it does. Keys in text fields are left alone. */
export interface Shortcut {
  readonly key: string
  /** Together with Ctrl, or ⌘ on a Mac; with Shift besides. */
  readonly held?: 'ctrl' | 'ctrl+shift'
  readonly label: string
  readonly run: () => void
}

const NAMES: Record<string, string> = {
  ' ': 'Space',
  'ArrowUp': '↑',
  'ArrowDown': '↓',
  'ArrowLeft': '←',
  'ArrowRight': '→',
}
const HELD = { 'ctrl': 'Ctrl ', 'ctrl+shift': 'Ctrl Shift ' }

/** How a key is written on its cap. */
export const keyName = ({ key, held }: Pick<Shortcut, 'key' | 'held'>) =>
  `${held ? HELD[held] : ''}${NAMES[key] ?? key.toUpperCase()}`

/**
 * Takes the focus off a button that was pressed with mouse or finger: Space would press it again instead of doing
 * what it does in this place. Buttons that open something keep it.
 */
function releasePressedButtons() {
  useEventListener(document, 'click', (event: MouseEvent) => {
    const button = (event.target as Element).closest<HTMLElement>(
      'button:not([aria-haspopup], [aria-expanded], [role])',
    )
    if (button && event.detail > 0) button.blur()
  })
}

/** What is held down with a key; undefined for nothing, null for what no shortcut asks for. */
function heldWith(event: KeyboardEvent): Shortcut['held'] | null {
  if (event.altKey) return null
  return event.ctrlKey || event.metaKey ? (event.shiftKey ? 'ctrl+shift' : 'ctrl') : undefined
}

/** Where keys belong to what has the focus; with Ctrl held only what is written in. */
const OWN_KEYS = 'input, textarea, select, [role="dialog"], [role="listbox"], [role="radiogroup"]'
const OWN_KEYS_HELD = 'input, textarea'

/** What has keys at present: the app as a whole first, then the place that is open. */
const holders = shallowRef<readonly (() => readonly Shortcut[])[]>([])

/** Every key that does something here, those of the place first. */
export const keysHere = computed(() => holders.value.toReversed().flatMap(shortcuts => shortcuts()))

/** Which of the app's own windows over the page is open: the list of keys, or the way to anywhere. */
export const useAppWindow = createGlobalState(() => ref<'keys' | 'palette' | null>(null))

/** Gives a place its keys while it is open. */
export function useKeys(shortcuts: () => readonly Shortcut[]) {
  holders.value = [...holders.value, shortcuts]
  onScopeDispose(() => {
    holders.value = holders.value.filter(each => each !== shortcuts)
  })
}

/** Listens for keys: once, for the whole app. */
export function useKeyListener() {
  releasePressedButtons()
  const shown = useAppWindow()
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const held = heldWith(event)
    const target = event.target as HTMLElement
    if (event.defaultPrevented || held === null) return
    // Wherever the focus is: while a dialog is open or on its way, whatever is typed is meant for it.
    if (shown.value !== null || document.querySelector('[role="dialog"]')) return
    if (target.closest(held ? OWN_KEYS_HELD : OWN_KEYS)) return
    // Space on a button presses that button.
    if (event.key === ' ' && target.closest('button, a, [role="button"]')) return
    const shortcut = keysHere.value.find(
      each => each.key.toLowerCase() === event.key.toLowerCase() && each.held === held,
    )
    if (!shortcut || (event.repeat && !event.key.startsWith('Arrow'))) return
    event.preventDefault()
    shortcut.run()
  })
}
