declare module 'h3' {
  interface H3EventContext {
    /** Of a request of the API: its id in the log and in the answer, and when it came, ms. */
    request?: { readonly id: string; readonly began: number }
  }
}

export {}
