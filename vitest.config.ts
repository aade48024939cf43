import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const resolve = { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } }
const shared = {
  environment: 'node',
  // what looks through every byte or lives a house's day takes its time on a machine that others use too
  testTimeout: 90_000,
  hookTimeout: 90_000,
} as const

export default defineConfig({
  test: {
    // the tests are alone on the machine: one processor fewer, as is usual, is half of two
    maxWorkers: '100%',
    projects: [
      {
        resolve,
        test: {
          ...shared,
          name: 'unit',
          include: ['src/**/*.test.{ts,tsx}', 'tests/unit/**/*.test.ts'],
          // files share what they import: loading the rules anew for each of three hundred took half of the time
          isolate: false,
          // and nothing else: what one test put in a global's place is gone before the next
          restoreMocks: true,
          unstubGlobals: true,
          unstubEnvs: true,
        },
      },
      {
        resolve,
        // each file has connections of its own, and ends them
        test: { ...shared, name: 'database', include: ['tests/database/**/*.test.ts'] },
      },
    ],
  },
})
