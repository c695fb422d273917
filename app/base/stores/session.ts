import { useLocalStorage } from '@vueuse/core'
import { $fetch } from 'ofetch'
import { ref, watch } from 'vue'
import { defineStore } from 'pinia'
import type { Me } from '#shared/contracts/people/answers'
import { SIGNED_IN_MARK } from '../sign-in-path'
import { queryClient } from '../query-client'

/** Who is signed in; `undefined` until the server has been asked. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>()
  // The session cookie cannot be seen from here; this mark saves a stranger the question (and its 401).
  const signedInHere = useLocalStorage(SIGNED_IN_MARK, false)
  watch(
    me,
    now => {
      signedInHere.value = Boolean(now)
    },
    { flush: 'sync' },
  )
  // What one person was shown is not for the next.
  watch(
    () => me.value?.userId,
    (now, before) => {
      if (before !== undefined) queryClient.clear()
    },
    { flush: 'sync' },
  )
  async function load() {
    if (!signedInHere.value) {
      me.value = null
      return null
    }
    me.value = await $fetch<Me>('/api/me').catch(error => {
      if (error.status === 401) return null
      throw error
    })
    return me.value
  }
  return { me, load }
})
