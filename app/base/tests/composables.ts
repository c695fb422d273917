import { effectScope } from 'vue'

/** Runs a composable as a component would and hands back what it gives, and how to end it. */
export function inScope<T>(composable: () => T): { readonly value: T; readonly end: () => void } {
  const scope = effectScope()
  return { value: scope.run(composable)!, end: () => scope.stop() }
}

/** Waits until something holds; fails after half a minute. */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries > 3000) throw new Error('it never came to pass')
    await new Promise(resolve => setTimeout(resolve, 10))
  }
}
