import { describe, expect, it } from 'vitest'
import { type ChargerSideInput, chargerSides } from './chargerSide'

const BASE: ChargerSideInput = {
  pack: 'iec-1ph-230',
  chargerW: 7360,
  chargerMinW: null,
  chargerPhase: 'L1',
  houseW: { L1: 2000 },
  backedW: { L1: 1000 },
  nightLimitW: 9600,
  phaseLimitW: null,
  ratingA: 63,
  gatewayA: 63,
  availableWh: 8000,
  standbyW: 0,
  demandShare: null,
  inIsland: 'runs',
  managed: true,
  scheduled: true,
  planned: 'island',
}
const sides = (change: Partial<ChargerSideInput> = {}) => chargerSides({ ...BASE, ...change })

describe('a charger on either side of the contactor', () => {
  it('adds to the supply in any case, and to the battery on the island side alone', () => {
    const { supplyA, spareW, supplyMark, grid, island } = sides()
    expect(supplyA).toBeCloseTo(9360 / 230, 9)
    expect(spareW).toBeCloseTo(63 * 230 - 2000, 9)
    expect(supplyMark).toBe('fits')
    expect([grid.nightW, island.nightW]).toEqual([1000, 8360])
    expect([grid.throughA, island.throughA]).toEqual([1000 / 230, 8360 / 230])
    expect([grid.runtimeWithoutH, island.runtimeWithoutH, grid.runtimeH]).toEqual([8, 8, null])
    expect(island.runtimeH).toBeCloseTo(8000 / 8360, 9)
  })

  it.each<[string, Partial<ChargerSideInput>]>([
    ['its power', { chargerW: null }],
    ['what the house draws', { houseW: { L1: null } }],
    ['what is backed up', { backedW: { L1: null } }],
    ['the night limit', { nightLimitW: null }],
    ['the rating of the supply', { ratingA: null }],
    ['the rating of the gateway', { gatewayA: null }],
    ['the side that is planned', { planned: null }],
  ])('is Open without %s', (_what, change) => {
    expect(sides(change).verdict).toBe('open')
  })

  it('says nothing of the gateway without its rating, on either side', () => {
    const { grid, island } = sides({ gatewayA: null })
    expect([grid.gatewayMark, island.gatewayMark]).toEqual(['open', 'open'])
    expect(sides({ gatewayA: 36 }).island.gatewayMark).toBe('exceeds')
    expect(sides({ gatewayA: 36 }).grid.gatewayMark).toBe('fits')
  })

  it('is Open, not too much, where nobody knows what it does in an outage', () => {
    const small = { nightLimitW: 5000 }
    expect(sides({ ...small, inIsland: null }).island.mark).toBe('open')
    expect(sides({ ...small, inIsland: 'runs' }).island.mark).toBe('exceeds')
    expect(sides({ inIsland: null }).island.consequences).toContain('mustHoldBackInOutage')
  })

  it('that holds back fits only tightly while its full power is above the limit until it acts', () => {
    const { island } = sides({ nightLimitW: 5000, inIsland: 'holdsBack' })
    expect(island.nightW).toBe(1000 + 6 * 230)
    expect(island.mark).toBe('tight')
    expect(island.consequences).toContain('overloadUntilItActs')
    expect(sides({ inIsland: 'holdsBack' }).island).toMatchObject({ mark: 'fits', consequences: [] })
  })

  it('is held back at a small supply only where a transformer of its own is known to do it', () => {
    const small = { ratingA: 25 }
    expect(sides({ ...small, managed: true }).supplyMark).toBe('tight')
    expect(sides({ ...small, managed: null }).supplyMark).toBe('open')
    expect(sides({ ...small, managed: false }).supplyMark).toBe('exceeds')
    // not even six amps are left
    expect(sides({ ratingA: 12, managed: true }).supplyMark).toBe('exceeds')
  })

  it('is judged on the phase that it stands on', () => {
    const three = {
      pack: 'iec-3ph-400',
      houseW: { L1: 500, L2: 3000, L3: 500 },
      backedW: { L1: 500, L2: 3000, L3: 500 },
      phaseLimitW: { L1: 4000, L2: 4000, L3: 4000 },
      nightLimitW: 12_000,
      chargerW: 2300,
      ratingA: 25,
      gatewayA: 25,
    } as const
    expect(sides({ ...three, chargerPhase: 'L2' }).island.mark).toBe('exceeds')
    expect(sides({ ...three, chargerPhase: 'L1' }).island.mark).toBe('fits')
    expect(sides({ ...three, chargerPhase: 'L1', backedW: { L1: 500, L2: null, L3: 500 } }).island.mark).toBe('open')
    expect(sides({ ...three, chargerPhase: 'all' }).island.throughA).toBeCloseTo((3000 + 2300 / 3) / 230, 6)
  })

  it('needs a schedule, or the battery feeds the vehicle', () => {
    expect(sides({ scheduled: null }).island.consequences).toEqual(['mustHoldBackInOutage', 'batteryFeedsVehicle'])
    expect(sides({ scheduled: true }).island.consequences).toEqual(['mustHoldBackInOutage'])
  })
})
