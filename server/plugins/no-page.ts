/**
 * Answers of the API are no pages: they carry no scripts, so the rules for those, which the security module would make
 * ready anew for each request, are not looked for. Their headers are those of all routes.
 */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    if (event.path.startsWith('/api/')) event.context.security = { rules: { enabled: false } }
  })
})
