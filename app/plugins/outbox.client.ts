/** Delivers what an earlier visit left behind, and again whenever the network is back. */
export default defineNuxtPlugin(() => {
  const outbox = useOutbox()
  const session = useSession()
  watch(
    () => session.me,
    me => {
      if (me) void outbox.deliver()
    },
    { immediate: true },
  )
  addEventListener('online', () => void outbox.deliver())
  // What is in this page only would go with it.
  addEventListener('beforeunload', event => {
    if (outbox.unsafe.length > 0) event.preventDefault()
  })
})
