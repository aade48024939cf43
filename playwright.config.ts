import { defineConfig } from '@playwright/test'

const asRoot = process.getuid?.() === 0

/** Browser tests run against an app that `npm test` has started; they share its database, each on a job of its own where it writes. */
export default defineConfig({
  testDir: 'tests/browser',
  outputDir: '.test-data/playwright',
  workers: 2,
  retries: process.env.CI ? 1 : 0,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    baseURL: process.env.AWLBRIGHT_TEST_URL,
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    // keeping every script of the app for later takes a third of a test's time; where that is what is looked at, or what a day on site is made of, a
    // file allows it
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.AWLBRIGHT_TEST_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        ...(asRoot ? ['--no-sandbox'] : []),
        '--disable-gpu',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
})
