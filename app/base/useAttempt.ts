import { readonly, ref } from 'vue'

/** Work of one's own doing that the server may refuse: whether it is under way, and why it was refused last. */
export function useAttempt() {
  const busy = ref(false)
  const refusal = ref('')

  /** @returns What the work gives; null when it was refused, which is then kept where the teacher looks. */
  async function attempt<T>(work: () => Promise<T>): Promise<{ readonly done: T } | null> {
    busy.value = true
    refusal.value = ''
    try {
      return { done: await work() }
    } catch (error) {
      refusal.value = (error as Error).message
      return null
    } finally {
      busy.value = false
    }
  }

  return { busy: readonly(busy), refusal: readonly(refusal), attempt }
}
