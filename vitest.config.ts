import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'tests/unit/**/*.test.ts', 'tests/database/**/*.test.ts'],
    environment: 'node',
    // what looks through every byte or lives a house's day takes its time on a machine that others use too
    testTimeout: 90_000,
    hookTimeout: 90_000,
  },
})
