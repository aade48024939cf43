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
  it('begins nothing that was done there: no material is loaded, no unit has its place, no device was looked at', () => {
    const looked = { boardTag: 'b1', marking: 'bidirectional', residualType: 'A' }
    const plan = copied({
      survey: [
        { id: 'b', kind: 'board', tag: 'b1', name: 'Board', detail: { mainA: 63, ways: 12, fedFrom: 'main1' } },
        { id: 's', kind: 'sourceDevice', tag: 'd1', name: 'Device', detail: looked },
        { id: 'v', kind: 'vehicleCharger', tag: 'ev1', name: 'Charger', detail: { agreedFloorSoc: 0.4 } },
      ] as never,
      fit: [
        fitItem('material', 'lugs', { planned: 4, loaded: 4, used: 3 } as never),
        fitItem('unit', 'u1', { wallTag: 'w1', xMm: 100, yMm: 200 } as never),
        fitItem('task', 't1', { minutes: 30, pinnedMin: 600, visitTag: 'v1' } as never),
        fitItem('foot', 'f1', { heightMm: 12 } as never),
      ],
    })
    expect(plan.survey).toMatchObject([{ tag: 'b1', detail: { mainA: null, ways: null, fedFrom: 'main1' } }])
    expect(plan.fit.map(({ tag, detail }) => [tag, detail])).toEqual([
      ['lugs', { planned: 4, loaded: null, used: null }],
      ['u1', { wallTag: 'w1', xMm: null, yMm: null }],
      ['t1', { minutes: 30, pinnedMin: null, visitTag: null, earliestMin: null }],
    ])
    expect(plan.runs.every(({ faultCurrentA, derating }) => faultCurrentA === null && derating === null)).toBe(true)
  })
  it('says that no plate was read, so that nothing on it is better than Tight', () => {
    const { marks } = planOfInstallation(copied())
    expect(copied().loads.every(({ figuresAssumed }) => figuresAssumed)).toBe(true)
    expect(Object.values(marks)).not.toContain('fits')
    expect(marks.capacity).toBe('open')
  })
})
