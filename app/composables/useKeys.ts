/** A key of a place: what it is called, what it does. Keys in text fields and with modifiers are left alone. */
export interface Shortcut {
  readonly key: string
  readonly label: string
  readonly run: () => void
}

const NAMES: Record<string, string> = { ' ': 'Space', 'ArrowUp': '↑', 'ArrowDown': '↓' }

/** How a key is written on its cap. */
export const keyName = (key: string) => NAMES[key] ?? key.toUpperCase()

/**
 * Takes the focus off a button that was pressed with mouse or finger: Space would press it again instead of doing
 * what it does in this place. Buttons that open something keep it.
 */
function releasePressedButtons() {
  useEventListener(document, 'click', (event: MouseEvent) => {
    const button = (event.target as Element).closest<HTMLElement>('button:not([aria-haspopup], [aria-expanded], [role])')
    if (button && event.detail > 0) button.blur()
  })
}

/** Listens for the keys of a place while it is open. */
export function useKeys(shortcuts: () => readonly Shortcut[]) {
  releasePressedButtons()
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, select, [role="dialog"], [role="listbox"], [role="radiogroup"]')) return
    // Space on a button presses that button.
    if (event.key === ' ' && target.closest('button, a, [role="button"]')) return
    const shortcut = shortcuts().find(each => each.key.toLowerCase() === event.key.toLowerCase())
    if (!shortcut || (event.repeat && !event.key.startsWith('Arrow'))) return
    event.preventDefault()
    shortcut.run()
  })
}
