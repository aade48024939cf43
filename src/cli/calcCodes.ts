import * as yup from 'yup'
import { type FallOfPotentialInput, fallOfPotential } from '@/core/earthing/fallOfPotential'
import { islandNeutralEarth } from '@/core/earthing/islandNeutralEarth'
import { residualCurrentTrip, RCD_DEVICES } from '@/core/earthing/residualCurrentTrip'
import { worstVerdict } from '@/core/rules/verdict'
import { cableIdentity, worstIdentity } from '@/core/wiring/cableIdentity'
import { loopResistance } from '@/core/wiring/loopResistance'
import {
  type CalcCode,
  accuracy,
  blank,
  calc,
  checked,
  flag,
  known,
  least0,
  listOf,
  number,
  pack,
  required,
  text,
  wordsOf,
} from './inputFields'
import { EARTH_CODES } from './earthCodes'
import { GROUND_CODES } from './groundCodes'
import { OUTAGE_CODES } from './outageCodes'
import { SETTINGS_CODES } from './settingsCodes'
import { FIT_CODES } from './fitCodes'
import { PLAN_CODES } from './planCodes'
import { WIRE_CODES } from './wireCodes'

const continuity = () =>
  text()
    .oneOf(['continuity', 'open'] as const, '${path} must be continuity or open')
    .required(required)
const w3 = yup.object({
  pack: pack(),
  runs: wordsOf(text().required(required)).required(required),
  observations: listOf(
    yup.object({
      joined: text().nullable().default(null),
      readings: yup.lazy((value: unknown) =>
        yup
          .object(Object.fromEntries(Object.keys((value as object | null) ?? {}).map((run) => [run, continuity()])))
          .required(required),
      ),
    }),
  ).required(required),
  loop: yup
    .object({
      size: text().required(required),
      lengthM: least0().required(required),
      conductorTempC: number().required(required),
      measuredOhm: blank(),
      resolutionOhm: least0().nullable().optional(),
      leadNullOhm: least0().nullable().optional(),
    })
    .nullable()
    .default(null),
})

const guarded = { electrodeOpened: flag().nullable().default(null), clampA: least0().nullable().default(null) }
const e3 = {
  '61.8': yup.object({ method: text().required(), r52Ohm: blank(), r618Ohm: blank(), r72Ohm: blank(), ...guarded }),
  slope: yup.object({
    method: text().required(),
    r1Ohm: blank(),
    r2Ohm: blank(),
    r3Ohm: blank(),
    currentProbeM: blank(),
    ...guarded,
  }),
  clamp: yup.object({
    method: text().required(),
    readingOhm: blank(),
    parallelPath: known(),
    supplierEarthConnected: known(),
    ...guarded,
  }),
}
const e3Method = yup.object({
  method: text()
    .oneOf(['61.8', 'slope', 'clamp'] as const, '${path} must be 61.8, slope or clamp')
    .required(required),
})

const ohmOrOverrange = () =>
  yup
    .mixed<number | 'overrange'>()
    .nullable()
    .default(null)
    .test(
      'ohm',
      '${path} must be a number or overrange',
      (value) => value === null || value === 'overrange' || (typeof value === 'number' && Number.isFinite(value)),
    )
const e6Live = yup.object({
  pack: pack(),
  lnV: blank(),
  leV: blank(),
  neV: blank(),
  lowImpedance: known(),
  islandRcdTripped: known(),
  instrument: accuracy(),
})
const e6Dead = yup.object({
  pack: pack(),
  relayOhm: ohmOrOverrange(),
  restingState: text()
    .oneOf(['open', 'closed'] as const, '${path} must be open or closed')
    .nullable()
    .default(null),
  allSourcesIsolated: known(),
  bothSupplyPolesOpen: known(),
  limitClosedOhm: least0().default(1),
  limitOpenOhm: least0().default(100_000),
  instrument: accuracy(),
})

const trip = () =>
  yup
    .mixed<number | 'none'>()
    .nullable()
    .default(null)
    .test(
      'trip',
      '${path} must be a number or none',
      (value) =>
        value === null || value === 'none' || (typeof value === 'number' && value >= 0 && Number.isFinite(value)),
    )
const rcdMode = () =>
  yup
    .object({
      halfTripped: known(),
      x1Ms: trip(),
      x5Ms: trip(),
      rampMa: trip(),
      faults: listOf(
        yup.object({ testMa: number().moreThan(0, '${path} must be above 0').required(required), timeMs: trip() }),
      ).optional(),
    })
    .nullable()
    .default(null)
const e9 = yup.object({
  device: text()
    .oneOf(RCD_DEVICES, `\${path} must be one of ${RCD_DEVICES.join(', ')}`)
    .required(required),
  iDeltaNMa: number().moreThan(0, '${path} must be above 0').required(required),
  instrumentMs: accuracy(),
  instrumentMa: accuracy(),
  grid: rcdMode(),
  island: rcdMode(),
})

/** The calculations the command line offers, by their code. */
export const CALC_CODES: Readonly<Record<string, CalcCode>> = {
  ...PLAN_CODES,
  ...FIT_CODES,
  ...WIRE_CODES,
  ...EARTH_CODES,
  ...GROUND_CODES,
  ...SETTINGS_CODES,
  ...OUTAGE_CODES,
  'W-3': calc('cable identity and loop resistance', w3, (input) => {
    const runs = cableIdentity(input.runs as string[], input.observations as Parameters<typeof cableIdentity>[1])
    if (!input.loop) return { runs, verdict: worstIdentity(runs) }
    const loop = loopResistance({ pack: input.pack, ...input.loop } as Parameters<typeof loopResistance>[0])
    return { runs, ...loop, verdict: worstVerdict([worstIdentity(runs), loop.loopVerdict]) }
  }),
  'E-3': {
    about: 'fall of potential',
    run: (input) => {
      const { method } = checked(e3Method, input)
      return fallOfPotential(checked<unknown>(e3[method], input) as FallOfPotentialInput)
    },
  },
  'E-6': {
    about: 'island neutral–earth state',
    run: (input) => {
      const dead = (input as { dead?: unknown } | null)?.dead === true
      return islandNeutralEarth(dead ? { ...checked(e6Dead, input), dead } : checked(e6Live, input))
    },
  },
  'E-9': calc('residual-current trip times', e9, (input) =>
    residualCurrentTrip(input as Parameters<typeof residualCurrentTrip>[0]),
  ),
}
