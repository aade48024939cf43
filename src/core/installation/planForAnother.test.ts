import { describe, expect, it } from 'vitest'
import { aCircuit, fitItem, house } from '../../../tests/support/house'
import { planOfInstallation } from '../plan/planOfInstallation'
import { planForAnother } from './planForAnother'

const other = { jobId: 'other', name: 'Lantern Steps 11' }
const copied = (change: Parameters<typeof house>[0] = {}) => planForAnother(house(change), other, (id) => `new-${id}`)

describe('a plan as the beginning of another job', () => {
  it('has the same things under ids of its own', () => {
    const { loads, components, runs, jobId, name } = copied()
    expect([jobId, name]).toEqual(['other', 'Lantern Steps 11'])
    expect(loads.map(({ id, tag }) => [id, tag])).toEqual(house().loads.map(({ id, tag }) => [`new-${id}`, tag]))
    expect([components.length, runs.length]).toEqual([house().components.length, house().runs.length])
  })
  it('has nothing that was found, promised or chosen in the first house', () => {
    const plan = copied({
      chosenSchool: 'automaticWholeHome',
      schoolReason: 'asked for',
      acceptsShedding: true,
      site: { ...house().site, medical: 'no', insistsOn: 'no drilling', timeZone: 'Europe/Lisbon' },
      circuits: [aCircuit({ residualType: 'A', way: 3 })],
      survey: [
        { id: 'd', kind: 'defect', tag: 'd1', name: 'Rust', detail: {} },
        { id: 'b', kind: 'board', tag: 'b1', name: 'Board', detail: {} },
      ] as never,
      fit: [fitItem('snag', 'snag1', {} as never)],
    })
    expect(plan).toMatchObject({
      chosenSchool: null,
      schoolReason: null,
      acceptsShedding: false,
      promises: [],
      fit: [],
    })
    expect(plan.site).toMatchObject({ medical: null, insistsOn: null, timeZone: 'Europe/Lisbon' })
    expect(plan.survey.map(({ tag }) => tag)).toEqual(['b1'])
    expect(plan.circuits).toMatchObject([{ residualType: null, way: null }])
    expect(plan.supply).toMatchObject({ ratingA: null, maximumDemandKva: null })
  })
  it('says that no plate was read, so that nothing on it is better than Tight', () => {
    const { marks } = planOfInstallation(copied())
    expect(copied().loads.every(({ figuresAssumed }) => figuresAssumed)).toBe(true)
    expect(Object.values(marks)).not.toContain('fits')
    expect(marks.capacity).toBe('open')
  })
})
