import { v7 as uuidv7 } from 'uuid'
import { expect, it } from 'vitest'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { standingCounts } from '@/db/queries/evidence'
import { isBehind } from '@/features/job/isBehind'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { db, makeCrew, makeJob, sent } from '../support/database'

it('a device that holds all that is on record is not behind, and is as soon as anything is added or changed', async () => {
  const crew = await makeCrew()
  const jobId = await makeJob(crew)
  const lead = crew.actor('lead')
  const view = () => call(USE_CASES.viewJob, db, lead, { jobId })
  const additions: Record<string, () => Promise<unknown>> = {
    reading: () =>
      call(USE_CASES.recordReadings, db, lead, { readings: [sent(jobId, 'outage.told', 'answer', 'yes')] } as never),
    mark: () =>
      call(USE_CASES.markOutage, db, lead, {
        id: uuidv7(),
        jobId,
        runId: uuidv7(),
        kind: 'begun',
        subject: 'practice',
        at: new Date().toISOString(),
        device: 'phone',
      } as never),
    wiring: async () => {
      const { record } = await view()
      return call(USE_CASES.saveWiring, db, lead, {
        id: uuidv7(),
        jobId,
        layer: 'wired',
        base: 0,
        note: 'as found',
        madeAt: new Date().toISOString(),
        graph: graphOf(record.installation, 'wired'),
      } as never)
    },
    change: () =>
      call(USE_CASES.saveItem, db, lead, {
        jobId,
        kind: 'component',
        itemId: uuidv7(),
        fields: { tag: 'met9', kind: 'meter', name: 'Meter', model: 'M', sort: 1 },
      } as never),
  }
  for (const [name, add] of Object.entries(additions)) {
    const before = await view()
    expect([name, isBehind(before, await standingCounts(db, jobId))]).toEqual([name, false])
    await add()
    expect([name, isBehind(before, await standingCounts(db, jobId))]).toEqual([name, true])
    expect([name, isBehind(await view(), await standingCounts(db, jobId))]).toEqual([name, false])
  }
})
