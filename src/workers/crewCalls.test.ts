import { MessageChannel } from 'node:worker_threads'
import { type Endpoint, expose, wrap } from 'comlink'
import nodeEndpoint from 'comlink/dist/umd/node-adapter'
import { afterAll, describe, expect, it } from 'vitest'
import type { CrewDayInput, CrewTask } from '@/core/fit/crewDay'
import { crewTask } from '../../tests/support/tasks'
import { crewCalls } from './crewCalls'

const { port1, port2 } = new MessageChannel()
const endpoint = (port: unknown) => (nodeEndpoint as unknown as (port: unknown) => Endpoint)(port)
expose(crewCalls, endpoint(port1))
const calls = wrap<typeof crewCalls>(endpoint(port2))
afterAll(() => port1.close())

const task = (id: string, change: Partial<CrewTask> = {}) => crewTask(id, 60, change)
const input = (tasks: CrewTask[]): CrewDayInput => ({
  tasks,
  people: [{ id: 'ann', licensed: true, fromMin: 480, toMin: 1020 }],
  rules: { powerOff: { fromMin: 480, toMin: 1020 }, daylight: { fromMin: 480, toMin: 1020 }, dry: null, visits: {} },
})

describe('the crew worker’s calls over a channel', () => {
  it('plan a day, and say how far from the best it can be', async () => {
    expect(await calls.schedule(input([task('a'), task('b', { after: ['a'] })]))).toMatchObject({
      finishMin: 600,
      lowerBoundMin: 600,
      gapShare: 0,
      critical: ['a', 'b'],
      verdict: 'fits',
    })
  })
  it('name what has no place as a value, not as a failure', async () => {
    const told = await calls.schedule(input([task('a', { after: ['b'] }), task('b', { after: ['a'] }), task('c')]))
    expect(told.unplaced.map(({ id }) => id)).toEqual(['a', 'b'])
    expect(told.planned.map(({ id }) => id)).toEqual(['c'])
  })
})
