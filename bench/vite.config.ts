import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

/** What is measured is bundled without Nuxt, which else knows where the contracts are. */
export default defineConfig({ resolve: { alias: { '#shared': fileURLToPath(new URL('../shared', import.meta.url)) } } })
