/** Ends the session. */
export default answering(async (event) => {
  await clearUserSession(event)
  return { ok: true }
})
