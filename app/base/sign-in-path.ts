/** Where a stranger is sent: to sign in, and from there back to where they wanted to go. */
export const signInPath = (wanted: string) =>
  wanted === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(wanted).replaceAll('%2F', '/')}`

/** Key of the mark that somebody signed in on this device; the session cookie cannot be seen from a page. */
export const SIGNED_IN_MARK = 'fidactyl-signed-in'
