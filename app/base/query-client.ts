import { QueryClient } from '@tanstack/vue-query'

/**
 * What was read from the server, by address. A page that is opened again shows at once what is here and reads it anew.
 * Whoever signs in or out empties it.
 */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // A refusal is shown with a button that tries again; what the browser thinks of the network may be wrong.
      retry: false,
      networkMode: 'always',
      // A page in use does not change by itself, but what could not be read is read when the network is back.
      refetchOnWindowFocus: false,
      refetchOnReconnect: query => query.state.status === 'error',
    },
  },
})
