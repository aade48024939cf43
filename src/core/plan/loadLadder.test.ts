import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import { ladderOfInstallation } from './ladderOfInstallation'
import { ladderStop, stopLimitsOf } from './ladderStop'
import { type LadderLoad, loadLadder } from './loadLadder'
import { planOfInstallation } from './planOfInstallation'

const load = (tag: string, powerW: number, change: Partial<LadderLoad> = {}): LadderLoad => ({
  tag,
  name: tag,
  powerW,
  powerFactor: 1,
  phase: 'L1',
  motor: false,
  circuitTag: 'c1',
  ...change,
})
const ladder = (loads: LadderLoad[], nightLimitW: number | null = 4000, breakerA: number | null = 16) =>
  loadLadder({ pack: 'iec-1ph-230', nightLimitW, phaseLimitW: null, circuits: [{ tag: 'c1', breakerA }], loads })

describe('the load ladder', () => {
  it('climbs from light to heavy, a motor before what is as heavy', () => {
    const { rungs } = ladder([load('kettle', 2000), load('lamp', 60), load('pump', 60, { motor: true })])
    expect(rungs.map(({ tag, totalW }) => [tag, totalW])).toEqual([
      ['pump', 60],
      ['lamp', 120],
      ['kettle', 2120],
    ])
  })
  it('leaves out what no breaker is known for, and is Open then', () => {
    const found = ladder([
      load('lamp', 60),
      load('cooker', 500, { circuitTag: null }),
      load('fan', 50, { circuitTag: 'c9' }),
    ])
    expect(found).toMatchObject({
      verdict: 'open',
      leftOut: [
        { tag: 'cooker', cause: 'breakerUnknown' },
        { tag: 'fan', cause: 'breakerUnknown' },
      ],
    })
    expect(ladder([load('lamp', 60)], 4000, null)).toMatchObject({ verdict: 'open', rungs: [] })
    expect(ladder([load('lamp', 60)], null)).toMatchObject({ verdict: 'open', rungs: [] })
  })
  it('comes as near to the permitted share as any choice can, and never passes a limit', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            powerW: fc.integer({ min: 1, max: 4000 }),
            powerFactor: fc.constantFrom(1, 0.8),
            phase: fc.constantFrom('L1', 'L2', 'L3', 'all'),
            circuitTag: fc.constantFrom('c1', 'c2'),
          }),
          { maxLength: 9 },
        ),
        (list) => {
          const input = {
            pack: 'iec-3ph-400' as const,
            nightLimitW: 9000,
            phaseLimitW: { L1: 3000, L2: 3000, L3: 3500 },
            circuits: [
              { tag: 'c1', breakerA: 16 },
              { tag: 'c2', breakerA: 25 },
            ],
          }
          const loads = list.map((one, k) => load(`l${k}`, one.powerW, one))
          const best = Math.max(
            0,
            ...Array.from({ length: 1 << loads.length }, (_, bits) => loads.filter((_one, k) => bits & (1 << k)))
              .filter((set) => legal(set))
              .map((set) => set.reduce((sum, { powerW }) => sum + powerW, 0)),
          )
          expect(loadLadder({ ...input, loads }).highestW).toBeCloseTo(best, 6)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('stays within the limits with a list too long to weigh every choice, and answers at once', () => {
    const many = Array.from({ length: 60 }, (_, k) =>
      load(`l${k}`, 37 + ((k * 131) % 900), { circuitTag: `c${k % 6}` }),
    )
    const found = loadLadder({
      pack: 'iec-1ph-230',
      nightLimitW: 5000,
      phaseLimitW: null,
      circuits: Array.from({ length: 6 }, (_, k) => ({ tag: `c${k}`, breakerA: 10 })),
      loads: many,
    })
    expect(found.highestW).toBeLessThanOrEqual(4500)
    expect(found.highestW).toBeGreaterThan(4400)
    expect(found.rungs.length + found.leftOut.length).toBe(60)
  })
})

/** Held against the limits of the property, by the plain definition. */
function legal(set: LadderLoad[]): boolean {
  const total = set.reduce((sum, { powerW }) => sum + powerW, 0)
  const on = (phase: string) =>
    set.reduce((sum, one) => sum + (one.phase === 'all' ? one.powerW / 3 : one.phase === phase ? one.powerW : 0), 0)
  const amps = (circuit: string, phase: string) =>
    set
      .filter(({ circuitTag }) => circuitTag === circuit)
      .reduce((sum, one) => {
        const va = one.powerW / one.powerFactor
        return sum + (one.phase === 'all' ? va / (Math.sqrt(3) * 400) : one.phase === phase ? va / 230 : 0)
      }, 0)
  const phases = ['L1', 'L2', 'L3']
  return (
    total <= 8100 + 1e-6 &&
    on('L1') <= 2700 + 1e-6 &&
    on('L2') <= 2700 + 1e-6 &&
    on('L3') <= 3150 + 1e-6 &&
    phases.every((phase) => amps('c1', phase) <= 14.4 + 1e-6 && amps('c2', phase) <= 22.5 + 1e-6)
  )
}

describe('the ladder of a house', () => {
  const of = (change: Partial<Installation>) => {
    const installation = house({ circuits: [aCircuit({ breakerA: 16 })], ...change })
    return ladderOfInstallation(installation, planOfInstallation(installation))
  }
  const pump = { tag: 'pump', name: 'Pump', powerW: 800, circuitTag: 'c1', starter: 'direct' as const }
  it('never switches on a motor that its start is refused for, nor one nobody can judge', () => {
    const lamp = aLoad({ id: 'a', circuitTag: 'c1' })
    expect(of({ loads: [lamp, aLoad({ ...pump, id: 'b', lockedRotorA: 90, startS: 1 })] })).toMatchObject({
      verdict: null,
      rungs: [{ tag: 'lamp' }],
      leftOut: [{ tag: 'pump', cause: 'startExceeds' }],
    })
    expect(of({ loads: [lamp, aLoad({ ...pump, id: 'b', startS: 1 })] })).toMatchObject({
      verdict: 'open',
      leftOut: [{ tag: 'pump', cause: 'startOpen' }],
    })
  })
  it('is Open where a load hangs on no known circuit', () => {
    expect(of({ loads: [aLoad({ circuitTag: null })] })).toMatchObject({ verdict: 'open', rungs: [] })
  })
})

describe('the stop rule', () => {
  const limits = stopLimitsOf(RULE_PACKS['iec-1ph-230'])
  const rungs = [
    { tag: 'a', totalW: 100 },
    { tag: 'b', totalW: 900 },
  ]
  const seen = (tag: string, change: object = {}) => ({
    tag,
    voltageV: 230,
    frequencyHz: 50,
    tripped: false,
    ...change,
  })
  const stop = (observed: ReturnType<typeof seen>[], promisedW: number | null = null) =>
    ladderStop(rungs, observed, limits, { promisedW, nightLimitW: 1000 })
  it('keeps what was held before the first rung that was not, and proves no more than that', () => {
    expect(stop([seen('a'), seen('b')], 900)).toMatchObject({
      tag: null,
      highestTestedW: 900,
      promiseVerdict: 'proven',
    })
    expect(stop([seen('a'), seen('b', { tripped: true })], 900)).toMatchObject({
      tag: 'b',
      cause: 'tripped',
      highestTestedW: 100,
      promiseVerdict: 'open',
      verdict: 'stop',
    })
    expect(stop([seen('a', { voltageV: 206 })])).toMatchObject({ cause: 'voltage', highestTestedW: 0 })
    expect(stop([seen('a', { frequencyHz: 52.1 })])).toMatchObject({ cause: 'frequency' })
  })
  it('is Open without a reading or without rungs, and stops a promise above what is declared', () => {
    expect(stop([seen('a')])).toMatchObject({ tag: 'b', cause: 'noReading', verdict: 'open' })
    expect(ladderStop([], [], limits, { promisedW: null, nightLimitW: null }).verdict).toBe('open')
    expect(stop([seen('a'), seen('b')], 1001).promiseVerdict).toBe('stop')
  })
})
