// @ts-check
import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt(
  { ignores: ['.data/**', 'server/db/migrations/**', 'docs/**'] },
)
