import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import { describe, expect, it } from 'vitest'
import { livePowerOf } from '@/core/settings/livePower'
import { gatewayFindings } from '@/core/settings/gatewayFindings'
import { powerBalance } from '@/core/settings/powerBalance'
import { RULE_PACKS } from '@/core/rules/packs'
import { ctSense } from '@/core/wiring/ctSense'
import { house as aJob } from '../../../../tests/support/house'
import { aHouseSpec } from '../../../../tests/support/standInHouse'
import { gatewayValues } from '../doors/registerImage'
import { beginStep } from '../model/commissioning'
import { type House, makeHouse } from '../model/house'
import { liveValues } from '../model/live'
import { stepHouse } from '../model/stepHouse'
import { instrumentShows } from '../tester'
import { EXERCISES, EXERCISE_NAMES } from './exercises'
import {
  FAULT_KINDS,
  FAULT_KIND_NAMES,
  type FaultKind,
  applyFaults,
  choicesOf,
  faultScriptJsonSchema,
  faultScriptSchema,
} from './faults'

const { limits } = RULE_PACKS['iec-1ph-230']
const balanceOf = (house: House) => powerBalance(livePowerOf({ ...liveValues(house) }), 1)

/** What the app says of a house's gateway, as it reads it. */
function findingOf(house: House, name: string): string | undefined {
  const values = new Map(
    Object.entries(gatewayValues(house, 1000)).flatMap(([key, value]) =>
      value === null ? [] : [[key, value] as const],
    ),
  )
  const job = aJob({
    components: house.spec.modules.map((module, k) => ({
      id: `m${k}`,
      tag: `pack${k}`,
      kind: 'battery',
      name: module.name,
      model: 'Ambrel 5',
      minimumFirmware: null,
      warrantyUntil: null,
      libraryRevisionId: null,
      bendingMm: null,
      terminalSize: null,
    })),
    settings: [
      { id: 's', key: 'networkProfile', label: 'Profile', value: 3, unit: '', tolerance: 0, why: null, origin: null },
    ],
  })
  return gatewayFindings({ counts: values, settings: values, nowS: 1000 }, job, limits).find((one) => one.name === name)
    ?.verdict
}

/** Step on one phase as the crew would make it with a known load, and what the meter makes of it. */
function stepOn(house: House) {
  house.idleS = 1e6
  stepHouse(house, 1)
  const before = house.meterW[0] ?? 0
  house.rehearsedW[0] = 2000
  stepHouse(house, 1)
  return ctSense({ steps: [{ appliedW: 2000, meterW: (house.meterW[0] ?? 0) - before }], meterNoiseW: 8 }).verdict
}

function outage(house: House, seconds: number): string[] {
  house.street = 'dead'
  stepHouse(house, seconds)
  house.street = 'healthy'
  stepHouse(house, 200)
  return house.events.map(({ kind }) => kind)
}

/** How the app, or who stands there with an instrument, finds each fault; on a healthy house the same answers otherwise. */
const FOUND: Readonly<Record<FaultKind, (house: House) => unknown>> = {
  reversedTransformer: (house) => {
    house.idleS = 1e6
    house.rehearsedW[0] = 2000
    stepHouse(house, 2)
    return balanceOf(house).reversed
  },
  swappedTransformers: stepOn,
  missingBond: (house) => {
    house.street = 'dead'
    stepHouse(house, 2)
    return (instrumentShows(house, 'neutralEarth', null).value ?? 0) > limits.islandNeutralEarthMax.value
  },
  secondBond: (house) => {
    house.idleS = 1e6
    house.rehearsedW[0] = 3000
    stepHouse(house, 2)
    return (instrumentShows(house, 'earthCurrent', null).value ?? 0) > 0.5
  },
  stuckContactor: (house) => outage(house, 5).includes('contactorStuck'),
  deadModule: (house) => findingOf(house, 'modules'),
  uncountedModule: (house) => findingOf(house, 'modules'),
  reserveWithoutBand: (house) => findingOf(house, 'band'),
  wrongProfile: (house) => findingOf(house, 'profile'),
  wrongClock: (house) => findingOf(house, 'clock'),
  pvNeverRestarts: (house) => {
    house.hour = 12
    outage(house, 30)
    return liveValues(house).pvW > 0
  },
  leakyCircuit: (house) => outage(house, 5).includes('residualTrip'),
  oldBatteryFights: (house) => {
    house.idleS = 1e6
    house.rehearsedW[0] = 3000
    stepHouse(house, 2)
    return balanceOf(house).verdict
  },
  firmwareFirst: (house) => {
    house.steps.firmware.state = 'done'
    beginStep(house, 'pairing')
    stepHouse(house, 100)
    return house.steps.pairing.fault
  },
  vehicleAway: (house) => {
    house.modules.forEach((module) => (module.soc = 0.02))
    house.street = 'dead'
    stepHouse(house, 5)
    return house.mode
  },
  streetNeutralLost: (house) => {
    // a gateway leaves such a street at once, and finds it good again while nothing hangs on it: it is seen in the moments between
    house.idleS = 1e6
    house.rehearsedW[0] = 3000
    let seen = false
    for (let k = 0; k < 30; k++) {
      stepHouse(house, 0.1)
      const apart = house.streetV.some((one) => one > 1.1 * house.spec.nominalV)
      seen ||= apart && (instrumentShows(house, 'earthCurrent', null).value ?? 0) > 0.1
    }
    return seen
  },
}

const built = (kind: FaultKind) =>
  makeHouse(
    aHouseSpec({
      vehicle: kind === 'vehicleAway',
      phaseCount: kind === 'swappedTransformers' || kind === 'streetNeutralLost' ? 3 : 1,
      startHour: 22,
    }),
  )

describe('a scripted fault', () => {
  it.each(FAULT_KIND_NAMES)('%s is found, and not found where it is not', (kind) => {
    const [sound, faulty] = [built(kind), built(kind)]
    expect(applyFaults(faulty, [{ kind }])).toEqual([])
    const [without, withIt] = [FOUND[kind](sound), FOUND[kind](faulty)]
    expect(withIt).not.toEqual(without)
  })
  it('is named by what finds it', () => {
    const found = (kind: FaultKind) => {
      const house = built(kind)
      applyFaults(house, [{ kind }])
      return FOUND[kind](house)
    }
    expect(found('reversedTransformer')).toBe('gridW')
    expect(found('firmwareFirst')).toBe('firmwareTooOld')
    expect(
      (
        [
          'swappedTransformers',
          'deadModule',
          'uncountedModule',
          'wrongClock',
          'wrongProfile',
          'reserveWithoutBand',
          'oldBatteryFights',
        ] as const
      ).map(found),
    ).toEqual(Array.from({ length: 7 }, () => 'stop'))
  })
  it('that a house has nothing for is left out, and said to be', () => {
    const house = makeHouse(aHouseSpec({}))
    expect(
      applyFaults(house, [{ kind: 'vehicleAway' }, { kind: 'deadModule', at: 9 }, { kind: 'missingBond' }]),
    ).toEqual(['vehicleAway', 'deadModule'])
    expect(house.bondMissing).toBe(true)
    expect(FAULT_KIND_NAMES.filter((kind) => choicesOf(house, kind) === 0)).toEqual([
      'swappedTransformers',
      'vehicleAway',
    ])
  })
})

describe('a script of faults', () => {
  const validate = new Ajv2020().compile(faultScriptJsonSchema())
  it.each([
    [{ faults: [] }, true],
    [{ name: 'Monday', faults: [{ kind: 'missingBond' }, { kind: 'deadModule', at: 1 }] }, true],
    [{ faults: [{ kind: 'haunted' }] }, false],
    [{ faults: [{ kind: 'deadModule', at: -1 }] }, false],
    [{ faults: [{ kind: 'deadModule', at: 1.5 }] }, false],
    [{ faults: [{ at: 1 }] }, false],
    [{ faults: Array.from({ length: 17 }, () => ({ kind: 'missingBond' })) }, false],
    [{}, false],
    [{ faults: [], more: 1 }, false],
  ] as const)('%j: schema and reader say the same', (script, valid) => {
    expect([validate(script), faultScriptSchema.isValidSync(script, { strict: true })]).toEqual([valid, valid])
  })
  it('has its schema in the documents', () => {
    expect(JSON.parse(readFileSync('docs/formats/stand-in-faults.schema.json', 'utf8'))).toEqual(
      faultScriptJsonSchema(),
    )
  })
})

describe('an exercise', () => {
  it.each(EXERCISE_NAMES)(
    '%s: is a script as a file may hold it, hides something in a usual house, and does not tell what',
    (name) => {
      const { told, faults } = EXERCISES[name]
      const script = faultScriptSchema.validateSync({ name, faults })
      const house = makeHouse(aHouseSpec({}))
      const leftOut = applyFaults(house, script.faults)
      expect(leftOut.length).toBeLessThan(faults.length)
      for (const { kind } of faults) expect(told).not.toContain(FAULT_KINDS[kind].what)
    },
  )
})
