import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { db, makeCrew, makeJob } from '../support/database'
import { refusal } from '../support/refusal'
import { house } from '../support/house'

let crew: Awaited<ReturnType<typeof makeCrew>>
beforeAll(async () => {
  crew = await makeCrew()
})

const copy = (jobId: string, change: object = {}, who = crew) => {
  const input = { id: uuidv7(), jobId, name: 'Next door', place: 'Nowhere', scheduledDay: null, ...change }
  return call(USE_CASES.copyJob, db, who.actor('office'), input as never)
}
const view = (jobId: string) => call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })

describe('a job copied as a new one', () => {
  it('has the plan under ids of its own, and no evidence', async () => {
    const from = await makeJob(crew)
    const { jobId } = await copy(from)
    const [old, made] = [(await view(from)).record, (await view(jobId)).record]
    const names = ({ installation }: typeof old) => installation.loads.map(({ tag }) => tag).toSorted()
    expect(names(made)).toEqual(names(old))
    const ids = new Set(old.installation.loads.map(({ id }) => id))
    expect(made.installation.loads.some(({ id }) => ids.has(id))).toBe(false)
    expect(made.installation.settings).toHaveLength(old.installation.settings.length)
    expect(made.readings).toEqual([])
    expect(made.installation).toMatchObject({ name: 'Next door', promises: [], chosenSchool: null })
  })
  it('is made once however often it is sent, and another under the same id is a conflict', async () => {
    const from = await makeJob(crew)
    const id = uuidv7()
    await copy(from, { id })
    await copy(from, { id })
    expect((await view(id)).record.installation.loads).toHaveLength(house().loads.length)
    expect(await refusal(copy(from, { id, name: 'Another' }))).toMatchObject([409, expect.any(String)])
  })
  it('is of the crew’s own jobs, for those who start jobs, and needs a name', async () => {
    const from = await makeJob(crew)
    const strangers = await makeCrew()
    expect(await refusal(copy(from, {}, strangers))).toMatchObject([404, expect.any(String)])
    expect(await refusal(copy(from, { name: ' ' }))).toMatchObject([422, expect.any(String)])
    const input = { id: uuidv7(), jobId: from, name: 'X', place: 'Y', scheduledDay: null }
    expect(await refusal(call(USE_CASES.copyJob, db, crew.actor('hand'), input as never))).toMatchObject([
      403,
      expect.any(String),
    ])
  })
})
