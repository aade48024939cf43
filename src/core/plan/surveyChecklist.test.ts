import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import { EMPTY_SITE, type SurveyItem, type SurveyKind } from '../installation/survey'
import { unknownsOf } from './surveyChecklist'

const item = (kind: SurveyKind, name: string, detail: object): SurveyItem =>
  ({ id: `${kind}-${name}`, kind, tag: kind, name, detail }) as unknown as SurveyItem

const [UNIT] = house().sources.units
if (!UNIT) throw new Error('the house has a unit')
const units = (change: Partial<typeof UNIT>) => ({ sources: { ...house().sources, units: [{ ...UNIT, ...change }] } })
const sources = (change: Partial<Installation['sources']>) => ({ sources: { ...house().sources, ...change } })
const supply = (change: Partial<Installation['supply']>) => ({ supply: { ...house().supply, ...change } })
const site = (change: Partial<typeof EMPTY_SITE>) => ({ site: { ...EMPTY_SITE, ...change } })
const survey = (...items: SurveyItem[]) => ({ survey: items })

const asked = (key: string, change: Partial<Installation>) =>
  unknownsOf(house(change)).find((unknown) => unknown.key === key)?.question ?? null

const AC_PV = item('pvSystem', 'Garage roof', { coupling: 'ac' })

/** A question, what leaves it open, and what answers it. */
const QUESTIONS: readonly [key: string, what: string, open: Partial<Installation>, answered: Partial<Installation>][] =
  [
    ['medical', 'somebody depends on equipment', site({ medical: 'yes' }), site({ medical: 'no' })],
    ['loads', 'no load', { loads: [] }, {}],
    ['stays', 'nothing that must stay on', { loads: [aLoad()] }, { loads: [aLoad({ mustStayOn: true })] }],
    [
      'plates',
      'a motor without its plate',
      { loads: [aLoad({ starter: 'direct' as never })] },
      { loads: [aLoad({ starter: 'direct' as never, lockedRotorA: 30 })] },
    ],
    [
      'plates',
      'something that looks like a motor',
      { loads: [aLoad({ powerW: 900, powerFactor: 0.8, duty: 0.3 })] },
      { loads: [aLoad({ powerW: 900, powerFactor: 0.8, duty: 1 })] },
    ],
    [
      'typicalFigures',
      'figures that are typical of such a thing',
      { loads: [aLoad({ figuresAssumed: true })] },
      { loads: [aLoad()] },
    ],
    [
      'typicalFigures',
      'a motor with the power factor of a heater',
      { loads: [aLoad({ lockedRotorA: 30, powerFactor: 1 })] },
      { loads: [aLoad({ lockedRotorA: 30, powerFactor: 0.8 })] },
    ],
    [
      'typicalFigures',
      'a motor with the power factor of a heater',
      { loads: [aLoad({ starter: 'soft' as never, powerFactor: 1 })] },
      { loads: [aLoad({ starter: 'vsd' as never, powerFactor: 1 })] },
    ],
    ['rating', 'a supply of unknown rating', supply({ ratingA: null }), {}],
    ['meter', 'a meter that nobody looked at', supply({ meterCombinedWithBoard: null }), {}],
    ['boards', 'no board', {}, survey(item('board', 'Main board', { busbarA: 100, mainA: 63 }))],
    [
      'boardRating',
      'a busbar of unknown rating',
      survey(item('board', 'Main board', { busbarA: null, mainA: 63 })),
      survey(item('board', 'Main board', { busbarA: 100, mainA: 63 })),
    ],
    [
      'boardRating',
      'a main device of unknown rating',
      survey(item('board', 'Main board', { busbarA: 100, mainA: null })),
      survey(item('board', 'Main board', { busbarA: 100, mainA: 63 })),
    ],
    ['breakers', 'a breaker of unknown rating', { circuits: [aCircuit()] }, { circuits: [aCircuit({ breakerA: 16 })] }],
    ['units', 'no unit', sources({ units: [] }), {}],
    ['declared', 'modules nobody counted', units({ moduleCount: null }), units({})],
    ['declared', 'the power of a module', units({ moduleW: null }), units({})],
    ['declared', 'the inverter’s battery side', units({ inverterBatteryW: null }), units({})],
    [
      'declared',
      'the inverter’s AC side',
      units({ inverterAcW: null }),
      units({ inverterAcW: null, batterySideOnly: true }),
    ],
    ['declared', 'what the inverter starts', units({ inverterSurgeVa: null }), units({})],
    ['declared', 'what a module starts', units({ moduleSurgeVa: null }), units({})],
    ['declared', 'for how long', units({ surgeS: null }), units({})],
    ['declared', 'its PV on DC', units({ pvDcW: null }), units({})],
    ['energy', 'no reserve', sources({ reserveSoc: null }), {}],
    ['energy', 'no floor', sources({ floorSoc: null }), {}],
    ['energy', 'no efficiency', sources({ dischargeEfficiency: null }), {}],
    ['energy', 'no standby', sources({ standbyW: null }), sources({ standbyW: 0 })],
    ['energy', 'no energy at all', sources({ usableWh: null }), {}],
    [
      'energy',
      'nominal energy without its depth',
      sources({ usableWh: null, nominalWh: 10_000 }),
      sources({ usableWh: null, nominalWh: 10_000, depthOfDischarge: 0.9 }),
    ],
    [
      'pvCoupling',
      'AC-coupled PV that nothing holds back',
      survey(AC_PV),
      {
        ...survey(AC_PV),
        ...sources({ curtailment: { ...house().sources.curtailment, parted: true } }),
      },
    ],
    [
      'oldBattery',
      'an old battery that measures somewhere',
      survey(item('existingBattery', 'Old one', { ctPlace: null })),
      survey(item('existingBattery', 'Old one', { ctPlace: 'gridPoint' })),
    ],
    [
      'charger',
      'a charger that may not detect direct current',
      survey(item('vehicleCharger', 'Charger', { detects6mADc: null })),
      survey(item('vehicleCharger', 'Charger', { detects6mADc: false })),
    ],
    [
      'vehicleGives',
      'a vehicle that may give to the house',
      survey(item('vehicleCharger', 'Charger', { detects6mADc: true, givesW: null })),
      survey(item('vehicleCharger', 'Charger', { detects6mADc: true, givesW: 0 })),
    ],
    [
      'heatPump',
      'a heat pump without its input',
      survey(item('heatPump', 'Pump', { inputW: null, lockedRotorA: 40 })),
      survey(item('heatPump', 'Pump', { inputW: 3000, lockedRotorA: 40 })),
    ],
    [
      'heatPump',
      'a heat pump without its start',
      survey(item('heatPump', 'Pump', { inputW: 3000, lockedRotorA: null })),
      survey(item('heatPump', 'Pump', { inputW: 3000, lockedRotorA: 40 })),
    ],
    ['services', 'no service', {}, survey(item('service', 'Water', { material: 'plastic' }))],
    [
      'services',
      'a service of unknown material',
      survey(item('service', 'Water', { material: null })),
      survey(item('service', 'Water', { material: 'metal' })),
    ],
    ['soil', 'soil that nobody knows', site({}), site({ soil: 'clay' })],
    ['soil', 'soil that nobody measured', site({}), site({ soilOhmM: 80 })],
    ['latitude', 'no place', site({}), site({ latitudeDeg: 52 })],
    ['frost', 'no frost', site({ maxTempC: 35 }), site({ minTempC: -15, maxTempC: 35 })],
    ['frost', 'no heat', site({ minTempC: -15 }), site({ minTempC: -15, maxTempC: 35 })],
    ['data', 'no connection', site({}), site({ dataConnection: 'wired' })],
    [
      'operator',
      'an operator that nobody asked',
      survey(item('permission', 'Landlord', { authority: 'landlord' })),
      survey(item('permission', 'Operator', { authority: 'networkOperator' })),
    ],
    [
      'told',
      'a defect that the owner does not know of',
      survey(item('defect', 'Scorched terminal', { toldOwnerOn: null })),
      survey(item('defect', 'Scorched terminal', { toldOwnerOn: '2026-03-01' })),
    ],
  ]

describe('what the survey still asks', () => {
  it.each(QUESTIONS)('%s: %s', (key, _what, open, answered) => {
    expect(asked(key, open)).toMatch(/\?$/)
    expect(asked(key, answered)).toBeNull()
  })

  it('has every question of an empty job in this list, and no other', () => {
    const keys = new Set(QUESTIONS.map(([key]) => key))
    const open = QUESTIONS.flatMap(([, , change]) => unknownsOf(house(change)).map((unknown) => unknown.key))
    expect([...new Set(open)].filter((key) => !keys.has(key))).toEqual([])
  })

  it('names what a question is about', () => {
    expect(asked('declared', units({ moduleW: null }))).toContain('Unit')
    expect(asked('pvCoupling', survey(AC_PV))).toContain('Garage roof')
    expect(asked('breakers', { circuits: [aCircuit({ tag: 'c7' })] })).toContain('c7')
  })

  it('comes with the heaviest first: what holds up safety before what is merely comfortable', () => {
    const found = unknownsOf(house({ ...site({ medical: 'yes' }), ...supply({ ratingA: null }) })).map(
      ({ blocks }) => blocks,
    )
    expect(found[0]).toBe('safety')
    expect(found.at(-1)).toBe('comfort')
    expect([...found]).toEqual([...found].sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b)))
  })
})

const ORDER = ['safety', 'limits', 'promise', 'devices', 'papers', 'comfort']
