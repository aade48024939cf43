import { expect, test } from '@playwright/test'
import type { JobRecord } from '../../src/core/evidence/judge'
import { judgeJob } from '../../src/jobFile/judgeJob'
import { recordOfJobFile } from '../../src/jobFile/recordOfJobFile'
import { bytesOf, openBench, signIn } from './support'

const TIDEWRACK = '018f0000-0000-7000-8000-000000000101'

test('a whole job is saved as a file, and judged from it as on the bench', async ({ page, context }) => {
  await signIn(context, 'ines')
  await openBench(page, TIDEWRACK, '?stage=handover')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the job as a file' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('Tidewrack House.job.json')
  const { record } = recordOfJobFile(JSON.parse((await bytesOf(file)).toString()), {
    today: new Date().toISOString().slice(0, 10),
    instruments: [],
  })
  const response = await context.request.get(`/api/jobs/${TIDEWRACK}`)
  const { record: held } = (await response.json()) as { record: JobRecord }
  expect(judgeJob(record)).toEqual(judgeJob(held))
  expect(record.readings.length).toBeGreaterThan(80)
})
