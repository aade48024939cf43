import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { ComponentKind, Sources } from '../installation/installation'
import { usableEnergyWh } from '../plan/usableEnergy'
import type { Equipment, EquipmentFigures } from './equipment'
import { equipmentChanges } from './equipmentChanges'
import { type Seat, componentsTaken, sourcesWith, unitOfEquipment } from './takeEquipment'

const none: Sources = {
  ...house().sources,
  units: [],
  pvAc: [],
  gatewayA: null,
  usableWh: null,
  nominalWh: null,
  depthOfDischarge: null,
  dischargeEfficiency: 0.95,
  standbyW: 0,
}
const piece = (kind: ComponentKind, figures: EquipmentFigures, change: Partial<Equipment> = {}): Equipment => ({
  id: 'e1',
  revision: 1,
  revisionId: 'r1',
  kind,
  name: 'Made-up 8',
  model: 'M8',
  minimumFirmware: '2.1',
  source: 'data sheet',
  figures,
  ...change,
})
const INVERTER = piece('inverter', {
  inverterAcW: 8000,
  inverterBatteryW: 7600,
  inverterSurgeVa: 12_000,
  surgeS: 10,
  standbyW: 40,
  dischargeEfficiency: 0.93,
})
const MODULE = piece('battery', { moduleW: 1650, moduleSurgeVa: 2900, usableWh: 5000 })
const SEAT: Seat = { phase: 'L1', pv: 'notBacked' }
const take = (
  sources: Sources,
  equipment: Equipment,
  count = 1,
  unitIndex: number | null = null,
  there: readonly { kind: ComponentKind }[] = [],
): Sources => {
  const after = sourcesWith(sources, { equipment, count, unitIndex, seat: SEAT }, there)
  if (typeof after === 'string') throw new Error(after)
  return after
}

describe('inverters from the library', () => {
  it('bring what their maker declares, and no modules', () => {
    const { units, standbyW, dischargeEfficiency } = take(none, INVERTER, 2)
    expect(units.map(({ name }) => name)).toEqual(['Made-up 8 1', 'Made-up 8 2'])
    expect(units[0]).toMatchObject({ inverterAcW: 8000, inverterSurgeVa: 12_000, moduleCount: null, pvDcW: null })
    expect([standbyW, dischargeEfficiency]).toEqual([80, 0.93])
  })
  it('leave open what the library does not know', () => {
    const [unit] = take(none, piece('inverter', {})).units
    expect(unit).toMatchObject({ inverterAcW: null, inverterBatteryW: null, inverterSurgeVa: null, surgeS: null })
    expect(unit?.coldFactor).toBeNull()
    expect(unit?.batterySideOnly).toBe(false)
  })
  it('never better the efficiency of what is there', () => {
    const first = take(none, INVERTER)
    expect(take(first, piece('inverter', { dischargeEfficiency: 0.97 })).dischargeEfficiency).toBe(0.93)
    expect(take(first, piece('inverter', { dischargeEfficiency: 0.9 })).dischargeEfficiency).toBe(0.9)
    // what nobody knows of the second is not known of both
    expect(take(first, piece('inverter', {})).dischargeEfficiency).toBeNull()
  })
  it('leave the standby open once that of one of them is not known', () => {
    const first = take(none, INVERTER)
    expect(take(first, INVERTER).standbyW).toBe(80)
    expect(take(first, piece('inverter', {})).standbyW).toBeNull()
    expect(take({ ...first, standbyW: null }, INVERTER).standbyW).toBeNull()
    // nor does the efficiency of the second stand for the first
    expect(take({ ...first, dischargeEfficiency: null }, INVERTER).dischargeEfficiency).toBeNull()
    expect(take({ ...none, standbyW: null, dischargeEfficiency: null }, INVERTER)).toMatchObject({
      standbyW: 40,
      dischargeEfficiency: 0.93,
    })
  })
  it('are eight at most', () => {
    expect(
      sourcesWith(take(none, INVERTER, 8), { equipment: INVERTER, count: 1, unitIndex: null, seat: SEAT }, []),
    ).toBe('tooMany')
  })
})

describe('modules from the library', () => {
  it('go to an inverter, and their energy is summed', () => {
    const first = take(take(none, INVERTER), MODULE, 2)
    expect(first.units[0]).toMatchObject({ moduleCount: 2, moduleW: 1650, moduleSurgeVa: 2900 })
    expect(first.usableWh).toBe(10_000)
    const more = take(first, MODULE)
    expect(more.units[0]?.moduleCount).toBe(3)
    expect(more.usableWh).toBe(15_000)
  })
  it('need one, and stand beside none of other figures', () => {
    expect(sourcesWith(none, { equipment: MODULE, count: 1, unitIndex: null, seat: SEAT }, [])).toBe('noInverter')
    const other = piece('battery', { ...MODULE.figures, moduleW: 2000 })
    const first = take(take(none, INVERTER), MODULE)
    expect(sourcesWith(first, { equipment: other, count: 1, unitIndex: 0, seat: SEAT }, [])).toBe('otherModules')
    const unknown = piece('battery', { usableWh: 5000 })
    expect(sourcesWith(first, { equipment: unknown, count: 1, unitIndex: 0, seat: SEAT }, [])).toBe('otherModules')
  })
  it('of unknown energy make the whole unknown, whatever was known before', () => {
    const first = take(take(none, INVERTER, 2), MODULE, 2, 0)
    const unknown = piece('battery', { moduleW: 1000, moduleSurgeVa: 2000 })
    const after = take(first, unknown, 1, 1)
    expect(usableEnergyWh(after)).toBeNull()
  })
  it('by nominal energy give no more than the lower depth of discharge', () => {
    const nominal = (depthOfDischarge: number) =>
      piece('battery', { moduleW: 1650, moduleSurgeVa: 2900, nominalWh: 5000, depthOfDischarge })
    const after = take(take(take(none, INVERTER, 2), nominal(0.9), 1, 0), nominal(0.8), 1, 1)
    expect(usableEnergyWh(after)).toBe(8000)
  })
  it('taken one by one give what they give together', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 }), (a, b) => {
        const base = take(none, INVERTER)
        const apart = take(take(base, MODULE, a), MODULE, b)
        expect(apart).toEqual(take(base, MODULE, a + b))
      }),
    )
  })
})

describe('other equipment', () => {
  it('is held to the lower rating of two gateways, and to none while one of them is not known', () => {
    const gateway = (gatewayA: number | null) => piece('gateway', { gatewayA })
    expect(take(none, gateway(63)).gatewayA).toBe(63)
    expect(take(take(none, gateway(63)), gateway(40)).gatewayA).toBe(40)
    expect(take(take(none, gateway(63)), gateway(null)).gatewayA).toBeNull()
    expect(take(none, gateway(null)).gatewayA).toBeNull()
    // one is mounted already, and nobody read its plate
    expect(take(none, gateway(63), 1, null, [{ kind: 'gateway' }]).gatewayA).toBeNull()
    expect(take(none, gateway(63), 1, null, [{ kind: 'battery' }]).gatewayA).toBe(63)
  })
  it('brings PV whose output at one time is open', () => {
    expect(take(none, piece('pv', { pvRatingW: 5000 })).pvAc).toMatchObject([{ ratingW: 5000, expectedW: null }])
  })
  it('that feeds nothing leaves the sources alone', () => {
    for (const kind of ['isolator', 'surge', 'meter'] as const) expect(take(none, piece(kind, {}))).toEqual(none)
  })
})

describe('components from the library', () => {
  it('have short names of their own and say which revision they are of', () => {
    const list = componentsTaken({ equipment: MODULE, count: 3 }, [{ tag: 'bat2' }])
    expect(list.map(({ tag }) => tag)).toEqual(['bat1', 'bat3', 'bat4'])
    expect(list[0]).toMatchObject({ kind: 'battery', model: 'M8', minimumFirmware: '2.1', libraryRevisionId: 'r1' })
  })
})

describe('a unit on the wall from the library', () => {
  const size: EquipmentFigures = {
    widthMm: 500,
    heightMm: 700,
    clearLeftMm: 100,
    clearRightMm: 100,
    clearTopMm: 200,
    clearBottomMm: 300,
    entrySide: 'bottom',
    carriedBy: 'fixings',
  }
  it('has no place yet, and what nobody declared is not known', () => {
    expect(unitOfEquipment(piece('inverter', size), 'wall1', 'inv1')).toMatchObject({
      ...size,
      wallTag: 'wall1',
      componentTag: 'inv1',
      xMm: null,
      yMm: null,
      ipCode: null,
      minTempC: null,
    })
  })
  it('is none while its size or its distances are not known', () => {
    for (const name of Object.keys(size))
      expect(unitOfEquipment(piece('inverter', { ...size, [name]: null }), 'wall1', 'inv1')).toBeNull()
  })
})

describe('what two revisions have otherwise', () => {
  it('is named figure by figure, a missing one too, and nothing else is', () => {
    const after = piece('inverter', { ...INVERTER.figures, inverterAcW: 7600, surgeS: null }, { source: 'edition 5' })
    expect(equipmentChanges(INVERTER, after)).toEqual([
      { name: 'source', before: 'data sheet', after: 'edition 5' },
      { name: 'inverterAcW', before: 8000, after: 7600 },
      { name: 'surgeS', before: 10, after: null },
    ])
    expect(equipmentChanges(INVERTER, INVERTER)).toEqual([])
  })
})

describe('a source from the library', () => {
  const PV = piece('pv', { pvRatingW: 3000 })
  it('is connected where somebody says: its plate does not know', () => {
    expect(take(none, INVERTER).units[0]?.phase).toBe('L1')
    expect(take(none, PV).pvAc[0]).toMatchObject({ phase: 'L1', side: 'island', onBackedPhase: false, expectedW: null })
    const street = sourcesWith(
      none,
      { equipment: PV, count: 1, unitIndex: null, seat: { phase: 'all', pv: 'street' } },
      [],
    )
    expect(typeof street === 'string' ? street : street.pvAc[0]).toMatchObject({ side: 'grid', onBackedPhase: false })
  })

  it('is not taken while nobody has said so', () => {
    const without = (equipment: Equipment, seat: Seat | null) =>
      sourcesWith(none, { equipment, count: 1, unitIndex: null, seat }, [])
    expect(without(INVERTER, null)).toBe('noSeat')
    expect(without(PV, null)).toBe('noSeat')
    expect(without(PV, { phase: 'L1', pv: null })).toBe('noSeat')
    expect(typeof without(INVERTER, { phase: 'L1', pv: null })).toBe('object')
  })
})
