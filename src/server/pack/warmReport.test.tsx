import { expect, it } from 'vitest'
import { warmReport } from './warmReport'

it('a worker that warms up lays out whole sheets, and can do it again', async () => {
  const first = await warmReport()
  expect(first).toBeGreaterThan(5000)
  expect(Math.abs((await warmReport()) - first)).toBeLessThan(500)
})
