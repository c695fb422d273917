import { defineStore } from 'pinia'
import type { Me } from '#shared/contracts/accounts'

/** Who is signed in; `undefined` until the server has been asked. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>()
  async function load() {
    me.value = await $fetch<Me>('/api/me').catch((error) => {
      if (error.status === 401) return null
      throw error
    })
    return me.value
  }
  return { me, load }
})
