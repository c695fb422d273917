/**
 * Sends a stranger to sign in before the router looks at the address: it would load the page that was asked for, with
 * all that page needs, only to be turned away.
 */
export default defineNuxtPlugin({
  name: 'stranger',
  enforce: 'pre',
  order: -60,
  setup: () => {
    if (localStorage.getItem(SIGNED_IN_MARK) === 'true' || location.pathname === '/sign-in') return
    history.replaceState(history.state, '', signInPath(location.pathname + location.search))
  },
})
