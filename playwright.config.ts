import { defineConfig } from '@playwright/test'
import { ADDRESS } from './e2e/worker'

/** How much slower this machine is than a quiet one; measured at the start of a run by scripts/testing/slowness.ts. */
const SLOW = Number(process.env.TEST_SLOW_FACTOR ?? 1)

/** Debian's headless Chromium; scripts/testing/journeys.ts starts a server for each worker. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: '.data/results/playwright',
  timeout: 60_000 * SLOW,
  expect: { timeout: 10_000 * SLOW },
  // On a shared machine a journey may meet a moment in which nothing moves: it is walked once more, and that is told.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json']],
  use: {
    baseURL: ADDRESS,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    screenshot: 'only-on-failure',
    // Nothing is shown that has to be waited for.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
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
