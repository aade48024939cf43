import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aHouseSpec } from '../../../../tests/support/standInHouse'
import { beginStep } from './commissioning'
import { type House, STREET_STATES, makeHouse } from './house'
import { liveValues } from './live'
import { sumOf } from './phases'
import { stepHouse } from './stepHouse'
import { lostNeutral } from './street'

const events = (house: House) => house.events.map(({ kind }) => kind)
const storedWh = (house: House) =>
  house.modules.reduce((sum, { soc }, k) => sum + soc * (house.spec.modules[k]?.capacityWh ?? 0), 0) +
  (house.vehicle ? house.vehicle.soc * (house.spec.vehicle?.capacityWh ?? 0) : 0)

/** Lets a house live and adds up what came in, what went out and what was lost, from what it shows after each part. */
function booksOf(house: House, seconds: number, partS = 0.1) {
  const books = { inWh: 0, outWh: 0, lostWh: 0, movedWh: 0 }
  const before = storedWh(house)
  for (let t = 0; t < seconds; t += partS) {
    stepHouse(house, partS)
    const wh = (watts: number) => (watts * partS) / 3600
    const gridW = sumOf(house.gridW)
    books.inWh += wh(house.pvW + Math.max(0, gridW) + house.oldBatteryW * 1.06)
    books.outWh += wh(house.loadW + Math.max(0, -gridW))
    books.lostWh += wh(house.lossW)
    books.movedWh += wh(Math.abs(house.batteryW) + Math.abs(gridW) + house.pvW + house.loadW)
  }
  return { ...books, storedWh: storedWh(house) - before }
}

describe('a stand-in house', () => {
  it('keeps its energy to 0.1 %, whatever is done to it', () => {
    const act = fc.constantFrom('street', 'load', 'sun', 'force', 'vehicle', 'rehearse', 'nothing')
    fc.assert(
      fc.property(
        fc.array(fc.tuple(act, fc.double({ min: 0, max: 1, noNaN: true })), { minLength: 3, maxLength: 12 }),
        fc.constantFrom(1, 2, 3),
        fc.double({ min: 0.02, max: 1, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        (acts, phaseCount, startSoc, old, vehicle) => {
          const house = makeHouse(aHouseSpec({ phaseCount, startSoc, vehicle, oldBatteryW: old ? 400 : 0 }))
          const total = { in: 0, out: 0, lost: 0, stored: 0, moved: 0 }
          for (const [what, x] of acts) {
            const load = house.loads[Math.floor(x * (house.loads.length - 0.01))]
            if (what === 'street') house.street = STREET_STATES[Math.floor(x * 4.99)] ?? 'healthy'
            if (what === 'load' && load) load.control = x > 0.5 ? 'on' : 'off'
            if (what === 'sun') house.cloud = x
            if (what === 'force') house.forcedW = x > 0.8 ? null : (x - 0.4) * 9000
            if (what === 'vehicle' && house.vehicle) house.vehicle.pluggedIn = x > 0.5
            if (what === 'rehearse') house.rehearsedW[0] = x * 9000
            const books = booksOf(house, 90)
            total.in += books.inWh
            total.out += books.outWh
            total.lost += books.lostWh
            total.stored += books.storedWh
            total.moved += books.movedWh
          }
          const missing = total.in - total.out - total.lost - total.stored
          expect(Math.abs(missing)).toBeLessThanOrEqual(0.001 * total.moved + 1e-6)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('becomes an island after its changeover time, with its bond, and returns after its wait', () => {
    const house = makeHouse(aHouseSpec({}))
    stepHouse(house, 5)
    house.street = 'dead'
    stepHouse(house, 0.1)
    expect(house.mode).toBe('transferring')
    expect(house.contactorClosed).toBe(false)
    stepHouse(house, 0.2)
    expect([house.mode, house.bondClosed, liveValues(house).houseV]).toEqual(['island', true, 230])
    stepHouse(house, 60)
    house.street = 'healthy'
    stepHouse(house, 59)
    expect(house.mode).toBe('island')
    stepHouse(house, 2)
    expect([house.mode, house.bondClosed, house.contactorClosed]).toEqual(['street', false, true])
    expect(events(house).filter((kind) => !kind.startsWith('pv'))).toEqual([
      'streetLost',
      'islandStarted',
      'streetBack',
      'returned',
    ])
  })
  it('trips on an overload after its time, restarts by itself, and gives up after three times', () => {
    const house = makeHouse(aHouseSpec({}))
    house.street = 'dead'
    stepHouse(house, 1)
    house.rehearsedW[0] = 7000
    stepHouse(house, 5)
    expect(house.mode).toBe('island')
    expect(house.houseV[0]).toBeLessThan(230)
    stepHouse(house, 8)
    expect([house.mode, house.darkBecause]).toEqual(['dark', 'overloadTrip'])
    stepHouse(house, 200)
    expect(house.darkBecause).toBe('restartsUsedUp')
    expect(events(house).filter((kind) => kind === 'overloadTrip')).toHaveLength(4)
  })
  it('trips at once on a start beyond its surge', () => {
    const house = makeHouse(aHouseSpec({}))
    house.street = 'dead'
    stepHouse(house, 1)
    house.rehearsedW[0] = 20_000
    stepHouse(house, 0.1)
    expect(house.darkBecause).toBe('surgeTrip')
  })
  it('does not become an island with a stuck contactor, without leave, or without charge', () => {
    const stuck = makeHouse(aHouseSpec({}))
    stuck.contactorStuck = true
    const forbidden = makeHouse(aHouseSpec({}))
    forbidden.settings.islandEnabled = 0
    const empty = makeHouse(aHouseSpec({ startSoc: 0.02, vehicle: false }))
    const because = [stuck, forbidden, empty].map((house) => {
      house.street = 'dead'
      stepHouse(house, 2)
      return house.darkBecause
    })
    expect(because).toEqual(['contactorStuck', 'noIslandAllowed', 'batteryEmpty'])
    expect(stuck.contactorClosed).toBe(true)
  })
  it('holds PV back by its frequency once the battery is full, and lets none of it back before its wait', () => {
    const house = makeHouse(aHouseSpec({ startSoc: 1, startHour: 12.5 }))
    stepHouse(house, 2)
    house.street = 'dead'
    stepHouse(house, 1)
    expect(liveValues(house).pvW).toBe(0)
    stepHouse(house, 58)
    expect(liveValues(house).pvW).toBe(0)
    stepHouse(house, 20)
    const { houseHz, pvW, houseW, batteryW } = liveValues(house)
    expect(houseHz).toBeGreaterThan(50.2)
    expect(pvW).toBeGreaterThan(0)
    expect(Math.abs(pvW + batteryW - houseW)).toBeLessThan(1)
  })
  it('uses its meter as it is told: a reversed transformer drives the battery to its limit', () => {
    const right = makeHouse(aHouseSpec({ startHour: 22 }))
    const wrong = makeHouse(aHouseSpec({ startHour: 22, transformerSign: -1 }))
    stepHouse(right, 60)
    stepHouse(wrong, 60)
    expect(Math.abs(sumOf(right.gridW))).toBeLessThan(120)
    expect(Math.abs(wrong.batteryW)).toBeCloseTo(3000, 0)
  })
  it('does nothing that its commissioning has not reached, and names what is in the way', () => {
    const house = makeHouse(aHouseSpec({ firmware: '1.0.0', neededFirmware: '1.8.0' }))
    beginStep(house, 'pairing')
    expect(house.steps.pairing.fault).toBe('previousMissing')
    beginStep(house, 'firmware')
    stepHouse(house, 100)
    expect([house.steps.firmware.state, house.firmware]).toEqual(['done', '1.8.0'])
    const module = house.modules[1]
    if (module) module.alive = false
    beginStep(house, 'pairing')
    stepHouse(house, 100)
    expect(house.steps.pairing).toMatchObject({ state: 'failed', fault: 'unitSilent', tries: 2 })
  })
  it('shows a lost neutral as voltages that wander apart and a current in the earth', () => {
    const { volts, starV } = lostNeutral([4000, 200], [0, 180], 120, 100)
    expect(volts[0]).toBeLessThan(30)
    expect(volts[1]).toBeGreaterThan(200)
    expect(starV).toBeGreaterThan(90)
    expect(lostNeutral([1000, 1000], [0, 180], 120, 100).starV).toBeLessThan(1e-9)
  })
})
