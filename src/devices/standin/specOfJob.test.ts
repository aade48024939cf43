import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { itemsOf } from '@/core/installation/survey'
import { makeHouse } from './model/house'
import { liveValues } from './model/live'
import { stepHouse } from './model/stepHouse'
import { houseSpecOfJob } from './specOfJob'

const installations = readdirSync('demo/jobs').map(
  (file) =>
    recordOfJobFile(
      { ...(JSON.parse(readFileSync(`demo/jobs/${file}`, 'utf8')) as object), readings: [] },
      { today: '2031-05-01', instruments: [] },
    ).record.installation,
)

describe('a job as a house to practise on', () => {
  it.each(installations.map((one) => [one.name, one] as const))(
    '%s has its own loads, limits and settings',
    (_, job) => {
      const spec = houseSpecOfJob(job)
      const surveyed = itemsOf(job.survey, 'vehicleCharger').length > 0
      const loads = job.loads.filter(({ name }) => !surveyed || !/vehicle|charger/i.test(name))
      expect(spec.loads.map(({ tag, powerW }) => [tag, powerW])).toEqual(loads.map(({ tag, powerW }) => [tag, powerW]))
      for (const { key, value } of job.settings) expect(spec.settings[key]).toBe(value)
      expect(spec.modules).toHaveLength(
        Math.max(
          1,
          job.sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 1), 0),
        ),
      )
      const held = spec.modules.reduce((sum, { capacityWh }) => sum + capacityWh, 0)
      if (job.sources.usableWh !== null) expect(held).toBeCloseTo(job.sources.usableWh, 6)
    },
  )
  it.each(installations.map((one) => [one.name, one] as const))(
    '%s lives for a day and an outage on figures alone',
    (_, job) => {
      const house = makeHouse(houseSpecOfJob(job))
      const modes = new Set<string>()
      for (let minute = 0; minute < 24 * 60; minute += 10) {
        if (minute === 600) house.street = 'dead'
        if (minute === 600) house.switchAt = 'own'
        if (minute === 780) house.street = 'healthy'
        if (minute === 780) house.switchAt = 'street'
        stepHouse(house, 600)
        const live = liveValues(house)
        modes.add(live.mode)
        for (const value of Object.values(live))
          expect(typeof value === 'number' ? Number.isFinite(value) : true).toBe(true)
        expect(live.socPercent).toBeGreaterThanOrEqual(0)
        expect(live.socPercent).toBeLessThanOrEqual(100.01)
      }
      expect(modes.has('street')).toBe(true)
      expect(modes.size).toBeGreaterThan(1)
    },
  )
  it('is the same house every time', () => {
    const [job] = installations
    expect(job && houseSpecOfJob(job)).toEqual(job && houseSpecOfJob(structuredClone(job)))
  })
})
