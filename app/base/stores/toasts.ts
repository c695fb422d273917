import { readonly, ref } from 'vue'
import { defineStore } from 'pinia'

/** A short message at the foot of the page, with at most one thing to do about it. */
export interface Toast {
  readonly id: number
  readonly text: string
  readonly tone: 'plain' | 'trouble'
  readonly action?: { readonly label: string; readonly run: () => void }
}

/** Messages of the moment, the newest last. */
export const useToasts = defineStore('toasts', () => {
  const list = ref<Toast[]>([])
  let next = 0
  const dismiss = (id: number) => {
    list.value = list.value.filter(toast => toast.id !== id)
  }
  function say(text: string, more: Partial<Pick<Toast, 'tone' | 'action'>> = {}) {
    const toast: Toast = { id: ++next, text, tone: more.tone ?? 'plain', action: more.action }
    list.value = [...list.value.slice(-2), toast]
  }
  return { list: readonly(list), say, dismiss }
})
