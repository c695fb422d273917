import { defineConfig } from '@playwright/test'

/** Debian's headless Chromium; scripts/test.sh starts the server and the database. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: '.data/results/playwright',
  // A machine that others keep busy is several times slower: what is looked for is waited for, what is broken shows.
  timeout: 300_000,
  expect: { timeout: 45_000 },
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json']],
  use: {
    baseURL: `http://127.0.0.1:${process.env.E2E_PORT ?? 3210}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
})
