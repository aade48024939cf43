import { describe, expect, it } from 'vitest'
import { KEPT_JOBS, holdsJobs } from './messages'

describe('stores of jobs on a device', () => {
  it('are known whatever shape they had, and nothing else is taken for one', () => {
    for (const store of [KEPT_JOBS, `${KEPT_JOBS}-files`, 'jobs', 'jobs-files', 'jobs-2', 'jobs-9-files'])
      expect(holdsJobs(store), store).toBe(true)
    for (const store of ['pages', 'shell', 'jobsite', 'my-jobs', 'jobs-x']) expect(holdsJobs(store), store).toBe(false)
  })
})
