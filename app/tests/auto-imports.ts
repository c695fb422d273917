import * as vueuse from '@vueuse/core'
import * as vue from 'vue'

/**
 * Gives plain Jest what the framework imports by itself: Vue, VueUse, and the app's own as a test wants them.
 * @param own By name: composables, stores and helpers, real or stood in for.
 */
export function autoImports(own: Record<string, unknown> = {}): void {
  Object.assign(globalThis, vueuse, vue, own)
}

/** Runs a composable as a component would and hands back what it gives, and how to end it. */
export function inScope<T>(composable: () => T): { readonly value: T, readonly end: () => void } {
  const scope = vue.effectScope()
  return { value: scope.run(composable)!, end: () => scope.stop() }
}

/** Waits until something holds; fails after two seconds. */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries > 200) throw new Error('it never came to pass')
    await new Promise(resolve => setTimeout(resolve, 10))
  }
}
