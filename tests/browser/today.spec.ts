import { expect, test } from '@playwright/test'
import { v7 as uuidv7 } from 'uuid'
import { callUseCase, makeJob, openBench, signIn } from './support'

const DAY_MS = 86_400_000
const dayAfter = (days: number) => new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10)

test('a page that stands for weeks, or was kept, calls a paper late by the day it is, and not by the day it was fetched', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Papers that wait')
  const fields = {
    tag: 'perm1',
    name: 'Connection',
    sort: 0,
    authority: 'networkOperator',
    state: 'asked',
    leadDays: 10,
    askedOn: dayAfter(-1),
    decidedOn: null,
    reference: null,
  }
  await callUseCase(context.request, 'saveSurveyItem', { jobId, kind: 'permission', itemId: uuidv7(), fields })
  await page.clock.install()
  await openBench(page, jobId, '?stage=survey&view=papers')
  await expect(page.getByText(/^Connection is expected by/)).toBeVisible()
  // nothing is fetched meanwhile
  await page.route(/\/api\//, (route) => route.abort())
  await page.clock.setSystemTime(Date.now() + 20 * DAY_MS)
  await page.clock.runFor(61_000)
  await expect(page.getByText(/^Connection was to be answered by .*, and is not: ask again/)).toBeVisible()
})
