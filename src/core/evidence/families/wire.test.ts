import { describe, expect, it } from 'vitest'
import { aCircuit, aRun, house, readyForFirstLive, reading, recordOf, tester } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { startingTopology } from '../../wiring/topology/startingTopology'
import { benchOf } from '../bench'
import type { Reading } from '../reading'

const judged = (key: string, readings: Reading[] = [], change: Partial<Installation> = {}) =>
  benchOf(recordOf(house(change), readings)).judgements.get(key)
const verdict = (...args: Parameters<typeof judged>) => judged(...args)?.verdict

describe('cores', () => {
  const seen = (core: string, joined: string, free: string) => [
    reading('wire.cores.w1', `joined:${core}`, joined),
    reading('wire.cores.w1', `free:${core}`, free),
  ]
  it('are identified by a pair of observations each, neutral and earth first', () => {
    expect(verdict('wire.cores.w1')).toBe('open')
    expect(verdict('wire.cores.w1', seen('N', 'continuity', 'open'))).toBe('open')
    expect(
      judged('wire.cores.w1', [...seen('N', 'continuity', 'open'), ...seen('PE', 'continuity', 'open')]),
    ).toMatchObject({ verdict: 'proven', value: 'N blue, PE green and yellow' })
    expect(verdict('wire.cores.w1', [reading('wire.cores.w1', 'joined:N', 'continuity')])).toBe('open')
    expect(judged('wire.cores.w1', seen('N', 'open', 'open'))).toMatchObject({
      verdict: 'stop',
      why: expect.stringContaining('N does not answer'),
    })
    expect(verdict('wire.cores.w1', seen('N', 'continuity', 'continuity'))).toBe('stop')
  })
  it('are all asked for in a full test', () => {
    const both = [...seen('N', 'continuity', 'open'), ...seen('PE', 'continuity', 'open')]
    expect([
      verdict('wire.cores.w1', both, { testDepth: 'full' }),
      verdict('wire.cores.w1', [...both, ...seen('L1', 'continuity', 'open')], { testDepth: 'full' }),
    ]).toEqual(['open', 'proven'])
  })
})

describe('dead tests', () => {
  it.each([
    [1, 'proven'],
    [0.99, 'stop'],
    [999, 'proven'],
  ] as const)('%d MΩ of insulation is %s', (value, expected) => {
    expect(
      verdict('wire.dead.run.w1', [
        reading('wire.dead.run.w1', 'insulation', value),
        reading('wire.dead.run.w1', 'earth', 0.1),
      ]),
    ).toBe(expected)
  })
  it.each([
    ['right', 0.5, 'proven'],
    ['right', 2.1, 'watch'],
    ['reversed', 0.5, 'stop'],
  ] as const)('a circuit with polarity %s and %d Ω of earth is %s', (polarity, earth, expected) => {
    expect(
      verdict('wire.dead.circuit.c1', [
        reading('wire.dead.circuit.c1', 'earth', earth),
        reading('wire.dead.circuit.c1', 'insulation', 50),
        reading('wire.dead.circuit.c1', 'polarity', polarity),
      ]),
    ).toBe(expected)
  })
  it('say by name what is missing, and stop for electronics left in', () => {
    expect(judged('wire.dead.circuit.c1', [reading('wire.dead.circuit.c1', 'insulation', 50)])).toMatchObject({
      verdict: 'open',
      why: 'Still to record: protective conductor at its far end, polarity.',
    })
    expect([
      verdict('wire.dead.prepared', [reading('wire.dead.prepared', 'out', 'in')]),
      verdict('wire.dead.prepared', [reading('wire.dead.prepared', 'out', 'low')]),
    ]).toEqual(['stop', 'proven'])
    expect(judged('wire.dead.prepared', [], { runs: [], circuits: [] })).toBeUndefined()
  })
})

describe('a part that is there', () => {
  it('is told with what it comes to, while the rest is still to record', () => {
    const earth = (ohm: number) => judged('wire.dead.circuit.c1', [reading('wire.dead.circuit.c1', 'earth', ohm)])
    expect(earth(12)).toMatchObject({
      verdict: 'open',
      soFar: 'watch',
      why: expect.stringContaining('12\u00a0Ω: it has to be ≤ '),
    })
    expect(earth(0.4)).toMatchObject({ verdict: 'open', soFar: 'proven' })
    expect(judged('wire.dead.circuit.c1')?.soFar).toBeUndefined()
  })
  it('is no better than the instrument it was read with', () => {
    const unsaid = reading('wire.dead.circuit.c1', 'earth', 0.4, { instrumentId: null })
    expect(judged('wire.dead.circuit.c1', [unsaid])).toMatchObject({
      verdict: 'open',
      soFar: 'watch',
      why: expect.stringContaining('not said with which instrument') as string,
    })
  })
})

describe('a figure with nothing to hold it against', () => {
  it('is kept as Watch and says so: no short-circuit current from the plate, no torque from the maker', () => {
    const found = judged('wire.torque.w1', [reading('wire.torque.w1', 'near', 4), reading('wire.torque.w1', 'far', 4)])
    expect(found).toMatchObject({
      verdict: 'watch',
      why: expect.stringContaining('The maker’s figure is not entered, so nothing says that this is right.'),
    })
  })
})

describe('terminals', () => {
  const torque = (near: number, far: number, change: Partial<Installation> = {}) =>
    verdict('wire.torque.w1', [reading('wire.torque.w1', 'near', near), reading('wire.torque.w1', 'far', far)], change)
  const runs = [aRun({ torqueNm: 5 })]
  it('are held against the maker’s figure, ten per cent to either side', () => {
    expect([torque(4.5, 5.5, { runs }), torque(4.4, 5, { runs }), torque(5, 5.6, { runs })]).toEqual([
      'proven',
      'stop',
      'stop',
    ])
  })
  it('without one stay Watch, and one end alone stays Open', () => {
    expect(torque(4, 4)).toBe('watch')
    expect(verdict('wire.torque.w1', [reading('wire.torque.w1', 'near', 5)], { runs })).toBe('open')
  })
  it('of a circuit are asked for in a full test, where the figure is known', () => {
    const keys = (testDepth: Installation['testDepth'], torqueNm: number | null) =>
      benchOf(recordOf(house({ testDepth, circuits: [aCircuit({ torqueNm })] }))).points.map(({ key }) => key)
    expect([
      keys('full', 2).includes('wire.torque.circuit.c1'),
      keys('full', null).includes('wire.torque.circuit.c1'),
      keys('essential', 2).includes('wire.torque.circuit.c1'),
    ]).toEqual([true, false, false])
  })
})

describe('current transformers', () => {
  const steps = (...pairs: [number, number][]) =>
    pairs.flatMap(([load, meter], k) => [
      reading('wire.ct.L1', `load${k + 1}`, load),
      reading('wire.ct.L1', `meter${k + 1}`, meter),
    ])
  it('that were turned begin a new series: what they answered before stays on record and counts for nothing', () => {
    const wrong = steps([2000, -2000], [-2000, 1990], [2000, -2010])
    const turned = () => reading('wire.ct.L1', 'anew', 'turned')
    expect(judged('wire.ct.L1', wrong)?.verdict).toBe('stop')
    expect(judged('wire.ct.L1', [...wrong, turned()])).toMatchObject({ verdict: 'open', value: null })
    const repaired = [...wrong, turned(), ...steps([2000, 1995], [-2000, -1990])]
    expect(judged('wire.ct.L1', repaired)).toMatchObject({ verdict: 'proven', why: expect.stringContaining('right') })
    expect(judged('wire.ct.L1', [...wrong, ...steps([2000, 1995])])?.verdict).not.toBe('proven')
  })
  it.each([
    [[2000, 1990], 'proven', /right\. Enough has been seen/],
    [[2000, -1990], 'stop', /reversed\. Turn it round/],
    [[2000, 12], 'stop', /wrong conductor/],
    [[2000, 998], 'stop', /multiplied by 2/],
    [[2000, -998], 'stop', /Turn it round, and its ratio has to be multiplied by 2/],
    [[100, 98], 'watch', /larger load or another step/],
    [[100, 70], 'stop', /Not sure yet/],
    [[2000, 1850], 'watch', /another step decides \(2\.55.kW or more\)/],
    [[2000, 1802], 'watch', /close to a limit: measure what the load really draws/],
  ] as const)('%j is %s', (pair, expected, says) => {
    expect(judged('wire.ct.L1', steps(pair as unknown as [number, number]))).toMatchObject({
      verdict: expected,
      why: expect.stringMatching(says),
    })
  })
  it('are open without a step, and a watched noise takes the place of the usual one', () => {
    expect(verdict('wire.ct.L1')).toBe('open')
    expect(verdict('wire.ct.L1', [...steps([500, 498]), reading('wire.ct.L1', 'noise', 100)])).toBe('watch')
    expect(verdict('wire.ct.L1', [...steps([500, 498]), reading('wire.ct.L1', 'noise', 5)])).toBe('proven')
    // the same figure five times is a coarse display, not a meter without noise
    expect(verdict('wire.ct.L1', [...steps([50, 50]), reading('wire.ct.L1', 'noise', 0)])).toBe('watch')
    expect(judged('wire.ct.L1', [], { components: [] })).toBeUndefined()
  })
})

describe('a current transformer whose voltage is another phase’s', () => {
  const why = (packId: Installation['packId'], meterW: number) =>
    judged('wire.ct.L1', [reading('wire.ct.L1', 'load1', 2000), reading('wire.ct.L1', 'meter1', meterW)], {
      packId,
      circuits: [],
      runs: [],
      electrodes: [],
    })?.why ?? ''
  it('answers half on three phases, and its ratio is not touched for that', () => {
    for (const meterW of [-1000, 1010]) {
      expect(why('iec-3ph-400', meterW)).toMatch(/taken from another phase/)
      expect(why('iec-3ph-400', meterW)).not.toMatch(/multiplied/)
    }
    expect(why('iec-1ph-230', 1010)).toMatch(/multiplied by 1.98/)
  })
  it('answers as if it were turned on two legs', () => {
    expect(why('na-split-240', -2000)).toMatch(/Turn it round.* taken from its own leg/)
    expect(why('iec-1ph-230', -2000)).not.toMatch(/its own leg/)
  })
})

describe('the way from dead to live', () => {
  it('reads dead as dead and live within ten per cent, and a switch is a yes', () => {
    const main = (intake: number, next: number) =>
      verdict('wire.live.main', [
        reading('wire.live.main', 'done', 'yes'),
        reading('wire.live.main', 'intake L1', intake),
        reading('wire.live.main', 'gatewayIn L1', next),
      ])
    expect([main(231, 0), main(206, 0), main(231, 40), main(253, 10)]).toEqual(['proven', 'stop', 'stop', 'proven'])
    expect(verdict('wire.live.main', [reading('wire.live.main', 'done', 'no')])).toBe('stop')
  })
  it('ticks the switches of circuits only in a full test, and has no steps on a wiring that can kill', () => {
    const keys = (change: Partial<Installation>) =>
      benchOf(recordOf(house(change)))
        .points.filter(({ key }) => key.startsWith('wire.live.'))
        .map(({ key }) => key)
    expect([
      keys({}).includes('wire.live.switch.c1'),
      keys({ testDepth: 'full' }).includes('wire.live.switch.c1'),
    ]).toEqual([false, true])
    const graph = { ...startingTopology(house()), interlocks: [] }
    expect(
      keys({
        wiring: {
          planned: { id: 'r', jobId: 'x', layer: 'planned', number: 1, note: '', madeByName: '', madeAt: '', graph },
          wired: null,
        },
      }),
    ).toEqual([])
  })
  it('waits for its hold', () => {
    const released = (readings: Reading[]) => benchOf(recordOf(house(), readings)).holds[0]?.released
    expect([released([]), released(readyForFirstLive())]).toEqual([false, true])
    expect(tester.tag).toBe('M9')
  })
})

describe('switches as left', () => {
  const left = (change: Record<string, string> = {}) =>
    Object.entries({
      main: 'on',
      gatewayInlet: 'on',
      gatewayOutlet: 'on',
      bypass: 'off',
      'isolator.inv1': 'on',
      ...change,
    }).map(([device, at]) => reading('outage.asLeft.switches', device, at))
  it('are proven when all stand as planned, and each that does not is named', () => {
    expect(verdict('outage.asLeft.switches', left())).toBe('proven')
    expect(judged('outage.asLeft.switches', left({ bypass: 'on' }))).toMatchObject({
      verdict: 'stop',
      why: 'Maintenance bypass stands at “on”, planned is “off”.',
    })
    expect(judged('outage.asLeft.switches', left().slice(1))).toMatchObject({
      verdict: 'open',
      why: 'Still to look at: Main switch.',
      value: '4 of 5',
    })
    expect(judged('outage.asLeft.switches', [], { components: [], circuits: [], runs: [] })).toBeUndefined()
  })
})
