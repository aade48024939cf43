import { defineConfig } from '@playwright/test'
import shared from './playwright.config'

/** Tests of a crew that begins with nothing, against an app that was started for it alone. */
export default defineConfig({
  ...shared,
  testDir: 'tests/own',
  outputDir: '.test-data/playwright-own',
  retries: 0,
})
