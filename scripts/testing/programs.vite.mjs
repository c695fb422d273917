import { defineConfig } from 'vite'

/** What the tests start as processes of their own, built: read from source each would take seconds to begin. */
export default defineConfig({
  logLevel: 'error',
  // As the sources are, whether or not Nuxt has written its settings yet.
  esbuild: { tsconfigRaw: '{}' },
  build: {
    ssr: true,
    outDir: '.data/programs',
    copyPublicDir: false,
    rollupOptions: {
      input: ['server/engine/stubborn-worker.test.data.ts', 'bin/drill.ts'],
      output: { entryFileNames: '[name].js' },
    },
  },
})
