import * as yup from 'yup'
import type { House } from '../model/house'
import { TRIPS_AT_SHARE } from '../model/loads'

/** Allowance of a residual-current device that the fault uses up. */
const LEAKAGE_SHARE = 0.95
/** Hours by which a clock that nobody set is wrong. */
const CLOCK_WRONG_H = 5
const OLD_BATTERY_W = 600

export interface FaultKindSpec {
  /** For whoever sets it; never shown to whoever practises. */
  what: string
  /** What of the house it is about, and how many there are to choose from. */
  of: 'house' | 'transformer' | 'module' | 'pv' | 'residualDevice'
  apply: (house: House, at: number) => House
}

const withSpec = (house: House, spec: Partial<House['spec']>): House =>
  Object.assign(house, { spec: { ...house.spec, ...spec } })

function withTransformer(house: House, at: number, change: Partial<House['spec']['transformers'][number]>): House {
  return withSpec(house, {
    transformers: house.spec.transformers.map((one, k) => (k === at ? { ...one, ...change } : one)),
  })
}

/** What can be wrong with a house, by its kind. A new fault is a line here; the schema is made from it. */
export const FAULT_KINDS = {
  reversedTransformer: {
    what: 'A current transformer is the wrong way round.',
    of: 'transformer',
    apply: (house, at) => withTransformer(house, at, { sign: -1 }),
  },
  swappedTransformers: {
    what: 'Two current transformers have changed places.',
    of: 'house',
    apply: (house) => {
      const phases = house.spec.phases
      return withSpec(house, {
        transformers: house.spec.transformers.map((one, k) => ({
          ...one,
          enclosesPhase: phases[(k + 1) % phases.length] ?? one.phase,
        })),
      })
    },
  },
  missingBond: {
    what: 'The bond relay does not close.',
    of: 'house',
    apply: (house) => Object.assign(house, { bondMissing: true }),
  },
  secondBond: {
    what: 'Neutral and earth are joined a second time.',
    of: 'house',
    apply: (house) => Object.assign(house, { secondBond: true }),
  },
  stuckContactor: {
    what: 'The contactor to the street does not open.',
    of: 'house',
    apply: (house) => Object.assign(house, { contactorStuck: true }),
  },
  deadModule: {
    what: 'A battery module is dead on arrival.',
    of: 'module',
    apply: (house, at) => {
      const module = house.modules[at]
      if (module) module.alive = false
      return house
    },
  },
  uncountedModule: {
    what: 'A battery module works but is not counted.',
    of: 'module',
    apply: (house, at) => {
      const module = house.modules[at]
      if (module) module.counted = false
      return house
    },
  },
  reserveWithoutBand: {
    what: 'The reserve has no band and flaps.',
    of: 'house',
    apply: (house) => Object.assign(house, { settings: { ...house.settings, reserveBandPercent: 0 } }),
  },
  wrongProfile: {
    what: 'Another network profile than permitted.',
    of: 'house',
    apply: (house) =>
      Object.assign(house, { settings: { ...house.settings, networkProfile: house.spec.networkProfile + 4 } }),
  },
  wrongClock: {
    what: 'The clock is hours off.',
    of: 'house',
    apply: (house) => withSpec(house, { clockWrongH: CLOCK_WRONG_H }),
  },
  pvNeverRestarts: {
    what: 'PV does not come back once it has tripped.',
    of: 'pv',
    apply: (house, at) => {
      const pv = house.pv[at]
      if (pv) pv.neverRestarts = true
      return house
    },
  },
  leakyCircuit: {
    what: 'A residual-current device stands at 95 % of its allowance.',
    of: 'residualDevice',
    apply: (house, at) => {
      const device = house.residual[at]
      const spec = house.spec.residualDevices[at]
      if (device && spec) device.leakageMa = LEAKAGE_SHARE * TRIPS_AT_SHARE * spec.iDeltaNMa
      return house
    },
  },
  oldBatteryFights: {
    what: 'A battery from before gives a constant power, whatever the new one does.',
    of: 'house',
    apply: (house) => Object.assign(withSpec(house, { oldBatteryW: OLD_BATTERY_W }), { oldBattery: true }),
  },
  firmwareFirst: {
    what: 'Pairing fails until the firmware is brought up.',
    of: 'house',
    apply: (house) => Object.assign(withSpec(house, { neededFirmware: '9.0.0' }), { firmware: '0.9.0' }),
  },
  vehicleAway: {
    what: 'The vehicle is away.',
    of: 'house',
    apply: (house) => {
      if (house.vehicle) house.vehicle.present = false
      return house
    },
  },
  streetNeutralLost: {
    what: 'The street has lost its neutral.',
    of: 'house',
    apply: (house) => Object.assign(house, { street: 'neutralLost' as const }),
  },
} as const satisfies Record<string, FaultKindSpec>

export type FaultKind = keyof typeof FAULT_KINDS
export const FAULT_KIND_NAMES = Object.keys(FAULT_KINDS) as FaultKind[]

export interface Fault {
  kind: FaultKind
  /** Which of its kind, from 0; left out for the first. */
  at?: number
}

/** Script of faults as a file holds it: bounded, and with no key that nobody knows. */
export const faultScriptSchema = yup
  .object({
    name: yup.string().trim().max(120).default(''),
    faults: yup
      .array(
        yup
          .object({
            kind: yup
              .string<FaultKind>()
              .oneOf(FAULT_KIND_NAMES, 'No fault is called ${value}.')
              .required('A fault has a kind.'),
            at: yup.number().integer('Which one is a whole number from 0.').min(0).max(63).default(0),
          })
          .noUnknown('A fault has a kind and which one, and nothing else.'),
      )
      .max(16, 'At most 16 faults at a time.')
      .required('A script has a list of faults.'),
  })
  .noUnknown('A script has a name and faults, and nothing else.')

/** How many there are of what a fault is about. */
export function choicesOf(house: House, kind: FaultKind): number {
  const { spec } = house
  const counts = {
    house: 1,
    transformer: spec.transformers.length,
    module: spec.modules.length,
    pv: spec.pv.length,
    residualDevice: spec.residualDevices.length,
  }
  if (kind === 'swappedTransformers') return spec.transformers.length > 1 ? 1 : 0
  if (kind === 'vehicleAway') return spec.vehicle ? 1 : 0
  return counts[FAULT_KINDS[kind].of]
}

/**
 * Brings faults into a house.
 *
 * @returns kinds that this house has nothing for: they were left out
 */
export function applyFaults(house: House, faults: readonly Fault[]): FaultKind[] {
  const leftOut: FaultKind[] = []
  for (const { kind, at = 0 } of faults) {
    if (at >= choicesOf(house, kind)) leftOut.push(kind)
    else FAULT_KINDS[kind].apply(house, at)
  }
  return leftOut
}

/** The script's JSON schema, for whoever writes one. */
export function faultScriptJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Faults of a stand-in house',
    type: 'object',
    additionalProperties: false,
    required: ['faults'],
    properties: {
      name: { type: 'string', maxLength: 120 },
      faults: {
        type: 'array',
        maxItems: 16,
        items: {
          type: 'object',
          additionalProperties: false,
          required: ['kind'],
          properties: {
            kind: {
              oneOf: FAULT_KIND_NAMES.map((kind) => ({ const: kind, description: FAULT_KINDS[kind].what })),
            },
            at: { type: 'integer', minimum: 0, maximum: 63, description: 'Which of its kind, from 0.' },
          },
        },
      },
    },
  }
}
