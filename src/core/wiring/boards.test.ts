import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, aRun, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { boardDoors, hasMoved } from './boardDoors'
import { safetyPlaces } from './safetyCircuits'
import { crossedRuns } from './cableIdentity'
import { chargerPlacements } from './chargerPlacements'
import { coreAlike, coresOf, labelsAsText, runLabels } from './runLabels'

describe('charts for the doors', () => {
  const load = (tag: string, circuitTag: string, powerW: number) => aLoad({ id: tag, tag, circuitTag, powerW })
  it('count what moved away and what came, by phase, before and after', () => {
    const doors = boardDoors({
      packId: 'iec-3ph-400',
      survey: [],
      loads: [load('a', 'c1', 900), load('b', 'c2', 300)],
      circuits: [
        aCircuit({ boardTag: 'essentials', foundBoardTag: 'main', phase: 'L2', foundPhase: 'L1' }),
        aCircuit({ id: 'k2', tag: 'c2', name: 'Hob', boardTag: 'main', phase: 'all', breakerA: 16, curve: 'B' }),
      ],
    })
    expect(doors.map(({ tag, beforeW, afterW }) => [tag, beforeW, afterW])).toEqual([
      ['main', { L1: 1000, L2: 100, L3: 100 }, { L1: 100, L2: 100, L3: 100 }],
      ['essentials', { L1: 0, L2: 0, L3: 0 }, { L1: 0, L2: 900, L3: 0 }],
    ])
    expect(doors[0]).toMatchObject({
      left: [{ tag: 'c1', to: 'essentials' }],
      rows: [{ way: null, tag: 'c2', device: 'B16 A', cameFrom: null, wasOn: null }],
    })
    expect(doors[1]?.rows[0]).toMatchObject({ cameFrom: 'Main board', wasOn: 'L1' })
  })
  it('name the circuits whose load is in none of the sums, because none is listed', () => {
    const [door] = boardDoors({
      packId: 'iec-1ph-230',
      survey: [],
      loads: [load('a', 'c1', 900)],
      circuits: [aCircuit({ boardTag: 'main' }), aCircuit({ id: 'k2', tag: 'c2', boardTag: 'main' })],
    })
    expect(door?.unlisted).toEqual(['c2'])
  })
  it('lose no watt, whatever moves where', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const pick = (k: number, of: number) => (seed * 7919 + k * 104729) % of
      const circuits = Array.from({ length: 8 }, (_, k) =>
        aCircuit({
          id: `k${k}`,
          tag: `c${k}`,
          boardTag: ['a', 'b', null][pick(k, 3)] ?? null,
          foundBoardTag: ['a', 'b', null][pick(k + 9, 3)] ?? null,
          phase: (['L1', 'L2', 'L3', 'all'] as const)[pick(k + 3, 4)]!,
        }),
      )
      const loads = circuits.map(({ tag }, k) => load(`l${k}`, tag, 100 + 37 * k))
      const doors = boardDoors({ packId: 'iec-3ph-400', survey: [], loads, circuits })
      const total = (of: 'beforeW' | 'afterW') =>
        doors.reduce((sum, door) => sum + Object.values(door[of]).reduce((all, watts) => all + watts, 0), 0)
      expect(total('afterW')).toBeCloseTo(
        loads.reduce((sum, { powerW }) => sum + powerW, 0),
        6,
      )
      expect(total('beforeW')).toBeCloseTo(total('afterW'), 6)
      expect(doors.flatMap(({ left }) => left)).toHaveLength(
        circuits.filter(
          (circuit) => (circuit.foundBoardTag ?? circuit.boardTag ?? 'main') !== (circuit.boardTag ?? 'main'),
        ).length,
      )
    }
  })
  it('know a move by board or by phase', () => {
    expect([
      hasMoved(aCircuit()),
      hasMoved(aCircuit({ foundBoardTag: 'b' })),
      hasMoved(aCircuit({ phase: 'L1', foundPhase: 'L2' })),
      hasMoved(aCircuit({ boardTag: 'b', foundBoardTag: 'b', foundPhase: 'all' })),
    ]).toEqual([false, true, true, false])
  })
})

describe('the side of a vehicle charger', () => {
  const charger = (detail: object = {}) =>
    [
      {
        id: 'v',
        kind: 'vehicleCharger',
        tag: 'ev1',
        name: 'Charger',
        detail: { ratingW: 7200, phase: 'all', side: 'grid', detects6mADc: true, ...detail },
      },
    ] as unknown as SurveyItem[]
  const placed = (detail: object = {}, change: Partial<Installation> = {}) =>
    chargerPlacements(house({ survey: charger(detail), ...change }))[0]
  it('tells night load, limit, hours and current for both sides, at the likely peak', () => {
    const placement = placed()
    const { grid, island, supplyA } = placement!.sides
    // fridge and oven: the fridge alone is the 95th percentile
    expect([grid.nightW, placement?.nightLimitW, grid.mark]).toEqual([150, 4800, 'fits'])
    // nobody has said what it does in an outage: it may hold back, so that too much is open and not refused
    expect([island.nightW, island.mark]).toEqual([7350, 'open'])
    expect(placed({ inIsland: 'runs' })?.sides.island.mark).toBe('exceeds')
    // (0.4 − 0.05) · 9600 Wh · 0.95 over 7350 W and 30 W of standby
    expect(island.runtimeH).toBeCloseTo((0.35 * 9600 * 0.95) / 7380, 9)
    expect(grid.runtimeH).toBeNull()
    expect(supplyA).toBeCloseTo((150 + 7200) / 230, 9)
    expect(placement?.planned).toBe('grid')
  })
  it('counts the battery that charges at night, other loads of the same power, and the smaller of two mains', () => {
    const window = {
      ...house().assumptions,
      windowFromHour: 23,
      windowToHour: 6,
      windowDeviceW: 3000,
      inverterChargeW: 5000,
      moduleChargeW: 2000,
    }
    expect(placed({}, { assumptions: window })?.sides.supplyA).toBeCloseTo((150 + 3000 + 7200) / 230, 9)
    const sauna = aLoad({ id: 's', tag: 'sauna', powerW: 7200, duty: 1, backedUp: false })
    expect(placed({}, { loads: [...house().loads, sauna] })?.sides.supplyA).toBeCloseTo((7350 + 7200) / 230, 9)
    expect(placed({}, { supply: { ...house().supply, ratingA: 60, secondMainA: 32 } })).toMatchObject({
      ratingA: 32,
      sides: { supplyMark: 'fits' },
    })
    expect(placed({ managed: null }, { supply: { ...house().supply, ratingA: 30 } })?.sides.supplyMark).toBe('open')
    expect(placed({ managed: false }, { supply: { ...house().supply, ratingA: 30 } })?.sides.supplyMark).toBe('exceeds')
    expect(placed({ managed: true }, { supply: { ...house().supply, ratingA: 30 } })?.sides.supplyMark).toBe('tight')
  })
  it('says nothing of a charger whose rating nobody read, and leaves open what depends on a blank', () => {
    expect(placed({ ratingW: null })).toBeUndefined()
    expect(placed({}, { loads: [] })?.sides).toMatchObject({
      supplyA: null,
      supplyMark: 'open',
      island: { nightW: null, mark: 'open', runtimeH: null },
    })
  })
})

describe('labels', () => {
  const job = { packId: 'iec-1ph-230' as const, coreColours: { N: 'black, sleeved blue' } }
  it('are told apart by one convention: the first that looks like one before it is found, whatever its capitals', () => {
    expect(coreAlike({ packId: 'iec-1ph-230', coreColours: { L1: 'Blue' } })?.conductor).toBe('N')
    expect(coreAlike({ packId: 'iec-1ph-230', coreColours: {} })).toBeUndefined()
  })
  it('carry at both ends where the run goes, its size and the one convention of the job', () => {
    expect(coresOf(job)).toEqual([
      { conductor: 'L1', colour: 'brown' },
      { conductor: 'N', colour: 'black, sleeved blue' },
      { conductor: 'PE', colour: 'green and yellow' },
    ])
    const [near, far] = runLabels(aRun(), job)
    expect(near.lines).toEqual([
      'W1',
      'goes to Gateway',
      '16 mm² · 20 m',
      'L1 brown · N black, sleeved blue · PE green and yellow',
    ])
    expect([far.lines[1], far.lines[3]]).toEqual(['comes from Meter', near.lines[3]])
  })
  it('are one line each for the printer, whatever a name holds', () => {
    const text = labelsAsText([aRun({ to: 'Gate\tway\nnew' })], { ...job, packId: 'na-split-240' })
    expect(text.split('\r\n')).toHaveLength(3)
    expect(text.split('\r\n')[1]?.split('\t')).toHaveLength(7)
    expect(text).toContain('16 AWG')
  })
})

describe('crossed runs', () => {
  it('name the run that answered for another, both ways', () => {
    expect([
      ...crossedRuns([
        { joined: 'w2', readings: { w3: 'continuity', w2: 'open' } },
        { joined: 'w1', readings: { w1: 'continuity' } },
      ]),
    ]).toEqual([
      ['w3', 'w2'],
      ['w2', 'w3'],
    ])
    expect([...crossedRuns([{ joined: null, readings: { w1: 'continuity' } }])]).toEqual([['w1', 'w1']])
  })
})

describe('a circuit with an alarm, a freezer or medical equipment', () => {
  it('is told on the chart and on the drawing; one of which nobody said so is not', () => {
    const circuits = ([true, false, null] as const).map((safety, k) => aCircuit({ id: `k${k}`, tag: `c${k}`, safety }))
    const [door] = boardDoors({ packId: 'iec-1ph-230', survey: [], loads: [], circuits })
    expect(door?.rows.map(({ safety }) => safety)).toEqual([true, false, null])
    expect([...safetyPlaces(circuits)]).toEqual(['circuit.c0'])
  })
})
