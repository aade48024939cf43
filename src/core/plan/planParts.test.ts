import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { declared, aCircuit, aLoad, aRun, house } from '../../../tests/support/house'
import { NO_CURTAILMENT } from '../installation/installation'
import type { SurveyItem } from '../installation/survey'
import { circuitMoves } from './circuitMoves'
import { contradictionsOf } from './contradictions'
import { NEEDED_BY, askTheMaker, makerRequest } from './declaredData'
import { defectLetter } from './defectLetter'
import { deviceOfSurvey, boardRatings, cableChecks, outputCurrentA, sourceDevices } from './devicesOfInstallation'
import { deviceSize } from './deviceSize'
import { firstWordDraft } from './household'
import { containmentFill } from './containmentFill'
import { materials } from './materials'
import { orderedLengthM } from './orderedLength'
import { motorStarts } from './motorStarts'
import { planOfInstallation } from './planOfInstallation'
import { compareLines, planLines, revisePromises } from './planRevision'
import { promisesOfPlan } from './promisesOfPlan'
import { pvOfInstallation } from './pvOfInstallation'
import { demandDistribution, shareAbove } from './demandDistribution'
import { leftOffForSure } from './leftOffForSure'
import { schoolComparison } from './schoolComparison'
import { sourceSideDevice } from './sourceSideDevice'
import { supplyConsequences } from './supplyConsequences'
import { BLOCKED, unknownsOf } from './surveyChecklist'
import { batteryOptions } from './twoBatteries'
import { systemOfPlan, systemsToCompare, yearOfInstallation } from './yearOfInstallation'

const board = (detail: Partial<SurveyItem<'board'>['detail']> = {}): SurveyItem<'board'> => ({
  id: 'b1',
  kind: 'board',
  tag: 'board1',
  name: 'Main board',
  detail: { mainA: 60, busbarA: 100, sourcesAtFarEnd: null, fedFrom: 'main1', metalOutdoors: null, ...detail },
})
const paths = (...args: Parameters<typeof contradictionsOf>) => contradictionsOf(...args).map(({ path }) => path)

describe('device sizes', () => {
  it('grow with the current and count what is not continuous as it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 120, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (amps, more) => {
          const [small, large] = [
            deviceSize({ pack: 'iec-1ph-230', currentA: amps }),
            deviceSize({ pack: 'iec-1ph-230', currentA: amps + more }),
          ]
          expect(large.deviceA ?? Infinity).toBeGreaterThanOrEqual(small.deviceA ?? Infinity)
        },
      ),
    )
    expect(deviceSize({ pack: 'na-split-240', currentA: 20, otherA: 10 })).toEqual({
      neededA: 35,
      deviceA: 35,
      verdict: null,
    })
  })
  it('follow from the unit’s rating on the phases it feeds', () => {
    expect(outputCurrentA(6900, 'all', 'iec-3ph-400')).toBe(10)
    expect(outputCurrentA(2300, 'L2', 'iec-3ph-400')).toBe(10)
    expect(outputCurrentA(9600, 'all', 'na-split-240')).toBe(40)
    expect(sourceDevices(house())[0]).toMatchObject({ outputA: expect.closeTo(26.087, 3), size: { deviceA: 32 } })
  })
})

describe('contradictions', () => {
  it('are none in a sound house', () => expect(contradictionsOf(house())).toEqual([]))
  it.each([
    ['a load on a phase the supply lacks', house({ loads: [aLoad({ phase: 'L3' })] }), ['loads.lamp.phase']],
    [
      'a load that stays on and is not backed up',
      house({ loads: [aLoad({ mustStayOn: true, backedUp: false })] }),
      ['loads.lamp.mustStayOn'],
    ],
    [
      'a load on a circuit nobody wrote down',
      house({ loads: [aLoad({ circuitTag: 'c9' })] }),
      ['loads.lamp.circuitTag'],
    ],
    [
      'a backed-up load on a circuit that is not',
      house({ loads: [aLoad({ circuitTag: 'c1' })], circuits: [aCircuit({ backedUp: false })] }),
      ['loads.lamp.backedUp'],
    ],
    [
      'a reserve below the floor, and usual below the reserve',
      house({ sources: { ...house().sources, reserveSoc: 0.02, usualSoc: 0.01 } }),
      ['sources.reserveSoc', 'sources.usualSoc'],
    ],
    [
      'more usable than nominal energy',
      house({ sources: { ...house().sources, nominalWh: 5000 } }),
      ['sources.usableWh'],
    ],
    [
      'a module above the inverter',
      house({
        sources: {
          ...house().sources,
          units: house().sources.units.map((unit) => ({
            ...unit,
            moduleW: 7000,
            moduleSurgeVa: 100,
            inverterSurgeVa: 10,
          })),
        },
      }),
      ['sources.units.0.moduleW', 'sources.units.0.moduleSurgeVa', 'sources.units.0.inverterSurgeVa'],
    ],
    [
      'a main above its busbar and a device above the main',
      house({
        survey: [board({ mainA: 125 }), { ...board({ mainA: 20 }), id: 'b2', tag: 'board2' }],
        circuits: [aCircuit({ breakerA: 32, boardTag: 'board2' })],
      }),
      ['boards.board1.mainA', 'circuits.c1.breakerA'],
    ],
    [
      'a circuit on a board that is not there',
      house({ circuits: [aCircuit({ boardTag: 'attic' })] }),
      ['circuits.c1.boardTag'],
    ],
    [
      'a board on a second main of a single one',
      house({ survey: [board({ fedFrom: 'main2' })] }),
      ['supply.secondMainA'],
    ],
    [
      'PV on a backed-up phase that nothing feeds',
      house({
        packId: 'iec-3ph-400',
        loads: [],
        sources: {
          ...house().sources,
          units: house().sources.units.map((unit) => ({ ...unit, phase: 'L1' as const })),
          pvAc: [{ name: 'Roof', expectedW: 1, ratingW: 1, side: 'island', onBackedPhase: true, phase: 'L2' }],
        },
      }),
      ['sources.pvAc.0.onBackedPhase'],
    ],
  ])('%s', (_what, installation, expected) => expect(paths(installation)).toEqual(expected))
  it('name a profile with its rows, and leave the rest of the plan usable', () => {
    expect(
      contradictionsOf(house(), [{ name: 'meter.csv', rows: 8783, fault: 'The profile has 8783 rows.' }]),
    ).toMatchObject([{ path: 'profiles.meter.csv', touches: ['year'] }])
    const plan = planOfInstallation(house({ sources: { ...house().sources, usualSoc: 0.1 } }))
    expect([plan.marks.runtime, plan.marks.night, plan.limits.nightW]).toEqual(['open', 'fits', 4800])
  })
})

describe('what is unknown', () => {
  it('comes in the order of what it blocks, and is gone once it is known', () => {
    const empty = house({
      loads: [],
      survey: [],
      supply: { ...house().supply, ratingA: null, meterCombinedWithBoard: null },
    })
    const order = unknownsOf(empty).map(({ blocks }) => BLOCKED.indexOf(blocks))
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(unknownsOf(empty).map(({ key }) => key)).toEqual(
      expect.arrayContaining(['loads', 'rating', 'meter', 'boards', 'services', 'operator', 'latitude']),
    )
    expect(
      unknownsOf(house({ survey: [board()] })).some(
        ({ key }) => key === 'boards' || key === 'rating' || key === 'loads',
      ),
    ).toBe(false)
  })
  it('names motors without a plate', () => {
    const unknowns = unknownsOf(
      house({
        loads: [
          aLoad({ name: 'Compressor', powerW: 1500, powerFactor: 0.7, duty: 0.2 }),
          aLoad({ name: 'Saw', starter: 'direct', lockedRotorA: 40 }),
        ],
      }),
    )
    expect(unknowns.find(({ key }) => key === 'plates')?.question).toBe('What do the nameplates say: Compressor?')
  })
})

describe('declared data', () => {
  const things = [{ name: 'Q8', needs: NEEDED_BY.batteryInverter }]
  it('asks for what is blank or only assumed, and writes a request', () => {
    const all = askTheMaker(things, [])
    expect(all).toHaveLength(NEEDED_BY.batteryInverter.length)
    const fewer = askTheMaker(things, [
      { about: 'Q8', field: 'surge', value: '12 kVA', origin: 'datasheet', date: null },
      { about: 'Q8', field: 'faultCurrent', value: '40 A', origin: 'assumed', date: null },
      { about: 'Q8', field: 'coldDerating', value: null, origin: 'letter', date: null },
    ])
    expect(fewer.some(({ field }) => field === 'surge')).toBe(false)
    expect(fewer.find(({ field }) => field === 'faultCurrent')?.assumed).toBe(true)
    expect(fewer.find(({ field }) => field === 'coldDerating')?.assumed).toBe(false)
    const text = makerRequest(fewer, { crewName: 'Crew', jobName: 'House' })
    expect(text).toContain(`${fewer.length}. Q8:`)
    expect(text.split('\n')[0]).toBe('Subject: Declared data for Q8')
  })
  it('tells the owner the dangerous first', () => {
    const defect = (name: string, grade: 'danger' | 'remark'): SurveyItem<'defect'> => ({
      id: name,
      kind: 'defect',
      tag: name,
      name,
      detail: { place: 'cellar', grade, toldOwnerOn: null, toldHow: null },
    })
    const letter = defectLetter([defect('Loose lid', 'remark'), defect('Bare wire', 'danger')], {
      jobName: 'House',
      crewName: 'Crew',
      today: '2026-01-02',
    })
    expect(letter.indexOf('Bare wire')).toBeLessThan(letter.indexOf('Loose lid'))
  })
})

describe('devices towards sources', () => {
  const device = {
    kind: 'rcbo',
    sourceBehind: true,
    marking: 'bidirectional',
    polarityRight: null,
    shared: false,
    residualType: 'A',
    feeds: 'ordinary',
    detects6mADc: null,
    makerStatesType: null,
  } as const
  it.each([
    ['fits when it is declared for both ways', device, 'fits'],
    ['exceeds when marked for one', { ...device, marking: 'oneWay' }, 'exceeds'],
    ['is open when unmarked', { ...device, marking: 'unmarked' }, 'open'],
    ['exceeds when a source sits behind a shared one', { ...device, shared: true }, 'exceeds'],
    ['exceeds below the type its inverter asks for', { ...device, feeds: 'transformerlessInverter' }, 'exceeds'],
    ['fits with the maker’s statement', { ...device, feeds: 'transformerlessInverter', makerStatesType: 'A' }, 'fits'],
    [
      'fits type A before a charger that detects 6 mA',
      { ...device, feeds: 'vehicleCharger', detects6mADc: true },
      'fits',
    ],
    ['exceeds before a charger that does not', { ...device, feeds: 'vehicleCharger', detects6mADc: null }, 'exceeds'],
    ['exceeds with type AC anywhere', { ...device, residualType: 'AC' }, 'exceeds'],
    ['is open while the type is not known', { ...device, residualType: null }, 'open'],
    ['a breaker without marks works both ways', { ...device, kind: 'acBreaker', marking: 'unmarked' }, 'fits'],
    ['a breaker with line and load marks does not', { ...device, kind: 'acBreaker', marking: 'oneWay' }, 'exceeds'],
    [
      'a polarised DC device the wrong way round exceeds',
      { ...device, kind: 'dcDevice', marking: 'oneWay', polarityRight: false },
      'exceeds',
    ],
    [
      'a polarised DC device whose marks nobody read is open',
      { ...device, kind: 'dcDevice', marking: 'oneWay', polarityRight: null },
      'open',
    ],
    ['a DC device nobody looked at is open', { ...device, kind: 'dcDevice', marking: null }, 'open'],
  ] as const)('%s', (_what, input, expected) => expect(sourceSideDevice(input).verdict).toBe(expected))
})

describe('a device of the survey', () => {
  const detail = {
    boardTag: null,
    device: 'rcbo',
    ratingA: 32,
    outputA: 26,
    sourceBehind: true,
    marking: 'bidirectional',
    polarityRight: null,
    shared: false,
    residualType: 'A',
    feeds: 'transformerlessInverter',
    detects6mADc: null,
    makerStatesType: null,
  } as const
  const verdict = (
    change: Partial<SurveyItem<'sourceDevice'>['detail']> = {},
    packId: 'iec-1ph-230' | 'na-split-240' = 'iec-1ph-230',
  ) => deviceOfSurvey({ ...detail, ...change }, packId).verdict
  it('takes a maker’s word only with the document it stands in', () => {
    expect([
      verdict({ makerStatesType: 'A' }),
      verdict({ makerStatesType: 'A', makerStatesIn: ' ' }),
      verdict({ makerStatesType: 'A', makerStatesIn: 'letter of 2 March 2026' }),
    ]).toEqual(['exceeds', 'exceeds', 'fits'])
  })
  it('with a source behind it is no ordinary load, and a DC device says whether its current reverses', () => {
    expect(verdict({ feeds: 'ordinary' })).toBe('open')
    const dc = { device: 'dcDevice', marking: 'unmarked', polarityRight: true } as const
    expect([verdict(dc), verdict({ ...dc, bothWays: true }), verdict({ ...dc, bothWays: false })]).toEqual([
      'open',
      'open',
      'fits',
    ])
    expect(verdict({ ...dc, bothWays: true, marking: 'oneWay' })).toBe('exceeds')
  })
  it('before a drive says on how many phases that runs: three want type B', () => {
    const drive = { feeds: 'variableSpeedDrive', residualType: 'F', sourceBehind: false } as const
    expect([verdict(drive), verdict({ ...drive, drivePhases: '1' }), verdict({ ...drive, drivePhases: '3' })]).toEqual([
      'open',
      'fits',
      'exceeds',
    ])
  })
  it('is not asked for a type where devices have none', () => {
    expect(verdict({ residualType: null }, 'na-split-240')).toBe('fits')
  })
})

describe('boards, cables and materials', () => {
  it('hold boards against their sources', () => {
    const source: SurveyItem<'sourceDevice'> = {
      id: 'd1',
      kind: 'sourceDevice',
      tag: 'dev1',
      name: 'Inverter',
      detail: {
        boardTag: 'board1',
        device: 'acBreaker',
        ratingA: 50,
        outputA: 40,
        sourceBehind: true,
        marking: null,
        polarityRight: null,
        shared: false,
        residualType: null,
        feeds: 'ordinary',
        detects6mADc: null,
        makerStatesType: null,
      },
    }
    expect(boardRatings(house({ survey: [board(), source] }))[0]?.rating).toMatchObject({
      usedA: 110,
      limitA: 100,
      verdict: 'exceeds',
    })
    expect(boardRatings(house({ survey: [board({ busbarA: null }), source] }))[0]?.rating.verdict).toBe('open')
  })
  it('check each run and say what the figures alone would choose', () => {
    const [checked, blank] = cableChecks(
      house({ runs: [aRun({ size: '10', designCurrentA: 34, deviceA: 40, lengthM: 10 }), aRun({ tag: 'w2' })] }),
    )
    expect([checked?.check.ampacity, checked?.check.drop, checked?.check.shortCircuit, checked?.chosen.size]).toEqual([
      'fits',
      'fits',
      'open',
      '6',
    ])
    expect([blank?.check.verdict, blank?.chosen.verdict]).toEqual(['open', 'open'])
  })
  it('order cable with slack, and count what each run needs', () => {
    expect(orderedLengthM(20, RULE_PACKS['iec-1ph-230'].limits)).toBe(23)
    expect(orderedLengthM(20.1, RULE_PACKS['iec-1ph-230'].limits, 2)).toBe(25.5)
    const list = materials({
      dataRuns: [],
      rules: RULE_PACKS['iec-1ph-230'],
      runs: [aRun(), aRun({ tag: 'w2', lengthM: 5 }), aRun({ tag: 'w3', size: '6' })],
      circuits: [aCircuit()],
      electrodes: house().electrodes,
      sourceDevicesA: [{ name: 'Unit', deviceA: 32 }],
      extraM: { w2: 3 },
    })
    expect(list.find(({ item }) => item.startsWith('Cable 16'))).toMatchObject({
      quantity: 23 + 9.5,
      from: 'w1 20 m, w2 5 m + 3 m for later',
    })
    expect(list.filter(({ item }) => item.startsWith('Lug')).map(({ item, quantity }) => [item, quantity])).toEqual([
      ['Lug 16 mm²', 12],
    ])
    expect(
      materials({
        dataRuns: [],
        rules: RULE_PACKS['iec-1ph-230'],
        runs: [],
        circuits: [],
        electrodes: [],
        sourceDevicesA: [],
        extraM: {},
      }),
    ).toEqual([])
    expect(() =>
      materials({
        dataRuns: [],
        rules: RULE_PACKS['iec-1ph-230'],
        runs: [aRun({ size: '3/0' })],
        circuits: [],
        electrodes: [],
        sourceDevicesA: [],
        extraM: {},
      }),
    ).toThrow('3/0')
  })
  it('fill conduit and trunking by area', () => {
    expect(containmentFill(RULE_PACKS['iec-1ph-230'].limits, 'trunking', 1000, [20])).toMatchObject({
      mark: 'fits',
      fillShare: expect.closeTo(0.314, 3),
    })
    expect(containmentFill(RULE_PACKS['iec-1ph-230'].limits, 'conduit', 700, [12, 12, 12]).mark).toBe('exceeds')
    expect(containmentFill(RULE_PACKS['iec-1ph-230'].limits, 'conduit', 700, [12, null]).mark).toBe('open')
    expect(containmentFill(RULE_PACKS['iec-1ph-230'].limits, 'conduit', null, [12]).mark).toBe('open')
  })
  it('move backed-up circuits to the essentials board, and reckon each board and phase', () => {
    const circuits = [
      aCircuit({ boardTag: 'board1' }),
      aCircuit({ id: 'k2', tag: 'c2', backedUp: false, boardTag: 'board1' }),
    ]
    const loads = [
      aLoad({ circuitTag: 'c1', powerW: 300, phase: 'L1' }),
      aLoad({ id: 'l2', tag: 'x', circuitTag: 'c2', powerW: 900, phase: 'all' }),
    ]
    expect(circuitMoves(circuits, loads, ['L1', 'L2', 'L3'], new Set(loads.map(({ tag }) => tag)))).toMatchObject({
      moves: [{ tag: 'c1', from: 'board1', to: 'essentials board', loadW: 300 }],
      perBoard: { 'essentials board': { L1: 300, L2: 0 }, board1: { L1: 300, L2: 300, L3: 300 } },
    })
    expect(circuitMoves(circuits, loads, ['L1'], null).moves).toEqual([])
  })
})

describe('motors and the ladder', () => {
  it('judge each backed-up motor with the others running, and with a soft start', () => {
    const installation = house({
      loads: [
        aLoad({
          tag: 'pump',
          starter: 'direct',
          lockedRotorA: 50,
          startS: 0.5,
          powerFactor: 0.8,
          powerW: 800,
          duty: 0.1,
        }),
        aLoad({ id: 'l2', tag: 'heat', powerW: 1000 }),
        aLoad({ id: 'l3', tag: 'off', starter: 'direct', lockedRotorA: 90, backedUp: false }),
      ],
    })
    const [start, ...others] = motorStarts(installation, planOfInstallation(installation))
    expect(others).toEqual([])
    // 50 A at 230 V and 1 kVA of the others, against three modules of 2.4 kVA
    expect([
      start?.asIs.startVa,
      start?.othersVa,
      start?.surgeVa,
      start?.asIs.verdict,
      start?.withSoftStart?.verdict,
    ]).toEqual([11_500, 1000, 7200, 'exceeds', 'tight'])
    expect(start?.withSoftStart?.ratio).toBeCloseTo(0.8576, 3)
    const open = { ...installation, sources: { ...installation.sources, units: [] } }
    expect(motorStarts(open, planOfInstallation(open))[0]?.asIs.verdict).toBe('open')
  })
})

describe('schools side by side', () => {
  it('feed less and are above the limit less often from the whole house to the essentials', () => {
    const installation = house({
      loads: [
        ...house().loads,
        aLoad({ id: 'l9', tag: 'sauna', powerW: 6000, duty: 0.2, backedUp: false, priority: 9 }),
      ],
    })
    const [whole, essentials, hand] = schoolComparison(installation, planOfInstallation(installation), null)
    expect([whole?.feeds.length, essentials?.feeds.length, hand?.school]).toEqual([3, 2, 'manualChangeover'])
    expect(whole?.byLoadList.shareAboveNight).toBeGreaterThan(essentials?.byLoadList.shareAboveNight ?? 1)
    expect([whole?.moves.moves.length, essentials?.moves.moves.length]).toEqual([0, 1])
  })
  it('take the whole house from the meter where half hours are at hand', () => {
    const options = schoolComparison(house(), planOfInstallation(house()), { halfHourlyKWh: [0.1, 0.1, 0.1, 3] })
    expect(options.map(({ byMeter }) => byMeter?.shareAboveNight ?? null)).toEqual([0.25, null, null])
  })
  it('leave off what the changeover cannot carry for sure, least essential first, and say when that is not enough', () => {
    const heavy = house({
      loads: [
        aLoad({ id: 'l1', tag: 'heat', name: 'Heat', powerW: 2400, duty: 0.45, priority: 3, mustStayOn: true }),
        aLoad({ id: 'l2', tag: 'hob', name: 'Hob', powerW: 3400, duty: 0.08, priority: 7 }),
        aLoad({ id: 'l3', tag: 'iron', name: 'Iron', powerW: 900, duty: 0.05, priority: 8 }),
        aLoad({ id: 'l4', tag: 'lights', name: 'Lights', powerW: 300, duty: 0.5, priority: 2 }),
      ],
    })
    const [whole, essentials, hand] = schoolComparison(heavy, planOfInstallation(heavy), null)
    // 4,800 W of night limit: heat and hob together are above it, so the iron goes first and comes back, and the hob stays off
    expect(essentials?.feeds).toEqual(['heat', 'iron', 'lights'])
    expect(essentials?.householdMust).toBe('Nothing: Hob is left off by the system.')
    expect(hand?.householdMust).toContain('Turn off Hob, then turn the switch')
    expect([whole?.byLoadList.shareAboveNight, essentials?.byLoadList.shareAboveNight]).toEqual([
      expect.closeTo(0.45 * 0.08, 9),
      0,
    ])
    const tooMuch = house({ loads: [aLoad({ tag: 'kiln', name: 'Kiln', powerW: 9000, duty: 0.5, mustStayOn: true })] })
    expect(schoolComparison(tooMuch, planOfInstallation(tooMuch), null)[1]?.householdMust).toContain(
      'more than the battery carries',
    )
  })
  it('never leave on more than tolerated when they say it is reached, and never what must stay on', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            powerW: fc.integer({ min: 10, max: 5000 }),
            duty: fc.double({ min: 0, max: 1, noNaN: true }),
            priority: fc.integer({ min: 1, max: 9 }),
            mustStayOn: fc.boolean(),
          }),
          { maxLength: 12 },
        ),
        fc.integer({ min: 500, max: 9000 }),
        (list, limitW) => {
          const loads = list.map((load, k) => aLoad({ ...load, tag: `l${k}` }))
          const { tags, reached } = leftOffForSure(loads, limitW, 0.001)
          const share = shareAbove(demandDistribution(loads.filter(({ tag }) => !tags.includes(tag))), limitW)
          expect(share <= 0.001).toBe(reached)
          expect(loads.some(({ tag, mustStayOn }) => mustStayOn && tags.includes(tag))).toBe(false)
        },
      ),
    )
  })
  it('lead the turn-off list with what the household agreed to', () => {
    const installation = house({
      loads: house().loads.map((load) => (load.tag === 'oven' ? { ...load, turnOffFirst: true } : load)),
    })
    expect(planOfInstallation(installation).demand.turnOffNight).toEqual({ loads: ['oven'], reached: true })
    expect(planOfInstallation(house()).demand.turnOffNight).toEqual({ loads: [], reached: true })
  })
})

describe('the year of a house', () => {
  it('is synthetic from the latitude, or what was metered, or says what is missing', () => {
    expect(yearOfInstallation(house(), { load: null, pv: null }).missing).toContain('latitude')
    expect(yearOfInstallation(house({ loads: [] }), { load: null, pv: null }).missing).toContain('no loads')
    const placed = house({
      site: { ...house().site, latitudeDeg: 50 },
      survey: [
        { id: 'f', kind: 'arrayFace', tag: 'f', name: 'f', detail: { peakW: 3000, tiltDeg: 30, azimuthDeg: 180 } },
      ],
    })
    const synthetic = yearOfInstallation(placed, { load: null, pv: null })
    expect([synthetic.profile?.loadW.length, synthetic.pv.startsWith('synthetic')]).toEqual([8760, true])
    const metered = yearOfInstallation(placed, {
      load: { name: 'm.csv', stepH: 0.5, watts: new Float64Array(17_520).fill(700) },
      pv: null,
    })
    expect([metered.profile?.stepH, metered.profile?.loadW[5], metered.load]).toEqual([1, 700, 'metered: m.csv'])
  })
  it('compares the plan with one module less, one more and a full reserve', () => {
    const systems = systemsToCompare(house(), planOfInstallation(house()))
    expect(systems.map(({ label, system }) => [label, system.capacityWh, system.dischargeLimitW])).toEqual([
      ['as planned', 9600, 4800],
      ['2 modules', 6400, 3200],
      ['4 modules', 12_800, 6000],
      ['reserve kept full', 9600, 4800],
    ])
    expect(systemOfPlan(house(), planOfInstallation(house()))).toMatchObject({
      loadShare: 1,
      pvShare: 0,
      gridCharge: null,
    })
  })
})

describe('PV and the old battery', () => {
  it('take the rating, the charging power and the band of the house', () => {
    const installation = house({
      sources: {
        ...house().sources,
        pvAc: [{ name: 'Roof', expectedW: 2000, ratingW: 3000, side: 'island', onBackedPhase: true, phase: 'all' }],
        curtailment: { ...NO_CURTAILMENT, startHz: 50.2, stopHz: 51.5, pvTripHz: 52, provenNearFull: true },
      },
      assumptions: { ...house().assumptions, inverterChargeW: 5000, moduleChargeW: 1500 },
    })
    const { ac, droop, mark } = pvOfInstallation(installation)
    expect([ac.pvIslandW, ac.ratioUsed, mark]).toEqual([3000, expect.closeTo(0.6667, 3), 'fits'])
    // the law through its kinks, and nothing beside them
    expect(droop).toEqual([
      { hz: 49.7, leftW: 3000 },
      { hz: 50.2, leftW: 3000 },
      { hz: 51.5, leftW: 0 },
      { hz: 52, leftW: 0 },
    ])
    expect(
      pvOfInstallation({ ...installation, sources: { ...installation.sources, curtailment: NO_CURTAILMENT } }).mark,
    ).toBe('open')
  })
  it('fight at the same clamp unless one is master', () => {
    const old = {
      id: 'o',
      kind: 'existingBattery',
      tag: 'bat1',
      name: 'Old',
      detail: { capacityWh: 5000, limitW: 2500, ctPlace: 'gridPoint', reactsInS: 1, deadbandW: 0 },
    } as const
    const options = batteryOptions(house({ survey: [old] }))
    expect(options?.find(({ key }) => key === 'asFound')?.result.settles).toBe(false)
    expect(options?.find(({ key }) => key === 'master')?.result).toMatchObject({
      settles: true,
      crossEnergyWhPerHour: expect.closeTo(0, 6),
    })
    expect(batteryOptions(house())).toBeNull()
    expect(batteryOptions(house({ survey: [{ ...old, detail: { ...old.detail, ctPlace: null } }] }))).toBeNull()
  })
})

describe('the first word and the supply', () => {
  it('is honest: whole house, essentials, or not yet with what is missing', () => {
    expect(firstWordDraft(planOfInstallation(house()), [], house()).word).toBe('wholeHouse')
    const heavy = house({ loads: [aLoad({ powerW: 6000, duty: 0.5 })] })
    expect(firstWordDraft(planOfInstallation(heavy), [], heavy)).toMatchObject({
      word: 'essentials',
      because: expect.stringContaining('50 %'),
    })
    const open = house({ loads: [] })
    expect(firstWordDraft(planOfInstallation(open), unknownsOf(open), open)).toMatchObject({
      word: 'notYet',
      because: expect.stringContaining('We still have to find out'),
    })
  })
  it('says in the region’s words what a combined meter and a second main mean', () => {
    const text = (pack: 'iec-1ph-230' | 'na-split-240') =>
      supplyConsequences(pack, { ...house().supply, meterCombinedWithBoard: true, secondMainA: 100 })
        .map(({ text: own }) => own)
        .join(' ')
    expect(text('iec-1ph-230')).toContain('consumer unit')
    expect(text('na-split-240')).toContain('N–G bond')
    expect(supplyConsequences('iec-1ph-230', { ...house().supply, meterCombinedWithBoard: null })).toEqual([])
  })
})

describe('revisions', () => {
  it('compare line by line: changed, added, gone', () => {
    const lines = (installation = house()) => planLines(installation, planOfInstallation(installation))
    expect(compareLines(lines(), lines())).toEqual([])
    const changed = compareLines(
      lines(),
      lines(
        house({
          loads: [aLoad({ tag: 'fridge', name: 'Fridge', powerW: 500 }), aLoad({ id: 'n', tag: 'new', name: 'New' })],
        }),
      ),
    )
    expect(changed.find(({ key }) => key === 'load.new')).toMatchObject({ before: null, after: expect.any(String) })
    expect(changed.at(-1)).toMatchObject({ key: 'load.oven', after: null })
    expect(changed.find(({ key }) => key === 'load.fridge')?.after).toContain('500')
  })
  it('write open for every figure that nobody knows, and never a nought', () => {
    const [unit] = house().sources.units
    if (!unit) throw new Error('the house has a unit')
    const blank = house({
      supply: { ...house().supply, ratingA: null },
      sources: {
        ...house().sources,
        units: [
          {
            ...unit,
            moduleCount: null,
            moduleW: null,
            inverterBatteryW: null,
            inverterAcW: null,
            inverterSurgeVa: null,
          },
        ],
        pvAc: [{ name: 'Roof', ratingW: null, expectedW: null, side: 'island', phase: 'L1', onBackedPhase: true }],
        gatewayA: null,
        feederA: null,
        usableWh: null,
        nominalWh: null,
        reserveSoc: null,
      },
    })
    const of = Object.fromEntries(planLines(blank, planOfInstallation(blank)).map(({ key, value }) => [key, value]))
    expect(of).toMatchObject({
      supply: 'not known',
      'unit.0': 'Unit: ? modules × open, battery side open, AC open, surge open',
      'pv.0': 'Roof: open expected, island side',
      usable: 'open',
      reserve: 'open',
      gateway: 'not known',
      feeder: 'not known',
      night: 'open',
      changeover: 'open',
      day: 'open',
      surge: 'open',
      above: 'open',
      runtime: 'open',
      school: 'not chosen',
    })
  })
  it('take usable energy from its parts, and from no single one of them', () => {
    const usable = (change: object) => {
      const built = house({ sources: { ...house().sources, usableWh: null, ...change } })
      return planLines(built, planOfInstallation(built)).find(({ key }) => key === 'usable')?.value
    }
    expect(usable({ nominalWh: 10_000, depthOfDischarge: 0.9 })).toMatch(/^9\s?kWh$|^9.00\s?kWh$/)
    expect(usable({ nominalWh: 10_000, depthOfDischarge: null })).toBe('open')
    expect(usable({ nominalWh: null, depthOfDischarge: 0.9 })).toBe('open')
  })
  it('keep a promise that says the same, and change one that does not', () => {
    const ready = house({ promises: [], survey: [declared('switchingTime', '80 ms')] })
    const { drafts } = promisesOfPlan(ready, planOfInstallation(ready), 'blink')
    const standing = drafts.map((draft, k) => ({ ...draft, id: `p${k}`, changedAt: null, changeNote: null }))
    expect(revisePromises(standing, drafts)).toEqual({
      unchanged: standing.map(({ id }) => id),
      changed: [],
      added: [],
      dropped: [],
    })
    const faster = promisesOfPlan(ready, planOfInstallation(ready), 'flicker').drafts
    const revised = revisePromises(standing, faster)
    expect(revised.changed.map(({ draft, changeNote }) => [draft.kind, changeNote])).toEqual([
      ['gapClass', expect.stringContaining('Before: ')],
    ])
    expect(revisePromises(standing, []).dropped).toHaveLength(standing.length)
    expect(revisePromises([], drafts).added).toHaveLength(drafts.length)
  })
})
