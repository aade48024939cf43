import * as yup from 'yup'
import { type FallOfPotentialInput, fallOfPotential } from '@/core/earthing/fallOfPotential'
import { islandNeutralEarth } from '@/core/earthing/islandNeutralEarth'
import { residualCurrentTrip, RCD_DEVICES } from '@/core/earthing/residualCurrentTrip'
import { changeoverLoad } from '@/core/plan/changeoverLoad'
import { importCapacity } from '@/core/plan/importCapacity'
import { runtime } from '@/core/plan/runtime'
import { sourceLimits } from '@/core/plan/sourceLimits'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { worstVerdict } from '@/core/rules/verdict'
import { cableIdentity, worstIdentity } from '@/core/wiring/cableIdentity'
import { loopResistance } from '@/core/wiring/loopResistance'

/** A calculation that can be called from the command line: what it takes, and the core function behind it. */
export interface CalcCode {
  about: string
  run: (input: unknown) => unknown
}

// A wrong type is an error with the field's path; a string is never turned into a number.
const number = () => yup.number().strict().typeError('${path} must be a number').test('finite', '${path} must be finite', (value) => value == null || Number.isFinite(value))
const blank = () => number().nullable().default(null)
const least0 = () => number().min(0, '${path} must be 0 or more')
const share = () => least0().max(1, '${path} must be between 0 and 1')
const flag = () => yup.boolean().strict().typeError('${path} must be true or false')
const text = () => yup.string().strict().typeError('${path} must be text')
const required = '${path} is required'
const pack = () => text().oneOf(RULE_PACK_IDS, `\${path} must be one of ${RULE_PACK_IDS.join(', ')}`).required(required)
const listOf = <T extends yup.ISchema<unknown>>(item: T, most = 1000) => yup.array().strict().typeError('${path} must be a list').of(item as never).max(most, `\${path} may hold ${most} at most`)

const accuracy = () =>
  yup.object({ percentOfReading: least0().required(required), digits: least0().required(required), resolution: least0().required(required) }).nullable().default(null)

/** Checks an input as it stands, and only then fills in what is absent: strict fields leave defaults out while they validate. */
const checked = <T>(schema: yup.Schema<T>, input: unknown): T => schema.cast(schema.validateSync(input)) as T

/** Binds a schema to a function: input is checked whole, then handed over with defaults filled in. */
const calc = <T>(about: string, schema: yup.Schema<T>, run: (input: T) => unknown): CalcCode => ({
  about,
  run: (input) => run(checked(schema, input)),
})

const PHASES = ['L1', 'L2', 'L3', 'all'] as const

const p1 = yup.object({ pack: pack(), ratingA: least0().nullable().default(null), powerFactor: share().nullable().default(null), maximumDemandKva: least0().nullable().default(null) })

const p4 = yup.object({
  pack: pack(),
  units: listOf(yup.object({
    moduleCount: least0().integer('${path} must be a whole number').nullable().default(null), moduleW: least0().nullable().default(null), inverterBatteryW: least0().nullable().default(null),
    inverterAcW: least0().nullable().default(null), inverterSurgeVa: least0().nullable().default(null), moduleSurgeVa: least0().nullable().default(null),
    surgeS: least0().nullable().default(null), pvDcW: least0().nullable().default(null), coldFactor: share().nullable().optional(),
    phase: text().oneOf(PHASES, '${path} must be L1, L2, L3 or all').optional(), legW: least0().nullable().optional(),
  })).required(required),
  pvAc: listOf(yup.object({
    expectedW: least0().nullable().default(null), side: text().oneOf(['island', 'grid'], '${path} must be island or grid').required(required),
    onBackedPhase: flag().required(required), phase: text().oneOf(PHASES, '${path} must be L1, L2, L3 or all').optional(),
  })).default([]),
  gatewayA: least0().nullable().default(null), feederA: least0().nullable().default(null),
})

const p6 = yup.object({
  loads: listOf(yup.object({
    id: text().required(required), powerW: least0().required(required), pf: share().moreThan(0, '${path} must be above 0').required(required), duty: share().required(required),
    priority: number().min(1, '${path} must be 1 to 9').max(9, '${path} must be 1 to 9').required(required), phase: text().optional(), keep: flag().default(false),
  })).optional(),
  halfHourlyKWh: listOf(least0().required(required), 200_000).optional(),
  nightLimitW: least0().nullable().default(null), changeoverLimitW: least0().nullable().default(null), dayLimitW: least0().nullable().default(null),
  shareTolerance: share().required(required), acceptsShedding: flag().required(required),
})

const known = () => flag().nullable().default(null)
const p7 = yup.object({
  usableWh: least0().nullable().default(null), nominalWh: least0().nullable().default(null), depthOfDischarge: share().nullable().default(null),
  dischargeEfficiency: share().required(required), reserveSoc: share().nullable().default(null), usualSoc: share().nullable().default(null), floorSoc: share().required(required),
  loadW: least0().nullable().default(null), standbyW: least0().default(0), pvW: least0().default(0),
  vehicle: yup.object({ present: known(), pluggedIn: known(), enabled: known() }).nullable().default(null),
  promisedH: least0().nullable().default(null),
})

const continuity = () => text().oneOf(['continuity', 'open'] as const, '${path} must be continuity or open').required(required)
const w3 = yup.object({
  pack: pack(), runs: listOf(text().required(required)).required(required),
  observations: listOf(yup.object({
    joined: text().nullable().default(null),
    readings: yup.lazy((value: unknown) => yup.object(Object.fromEntries(Object.keys((value as object | null) ?? {}).map((run) => [run, continuity()]))).required(required)),
  })).required(required),
  loop: yup.object({
    size: text().required(required), lengthM: least0().required(required), conductorTempC: number().required(required), measuredOhm: blank(),
    resolutionOhm: least0().nullable().optional(), leadNullOhm: least0().nullable().optional(),
  }).nullable().default(null),
})

const guarded = { electrodeOpened: flag().nullable().default(null), clampA: least0().nullable().default(null) }
const e3 = {
  '61.8': yup.object({ method: text().required(), r52Ohm: blank(), r618Ohm: blank(), r72Ohm: blank(), ...guarded }),
  slope: yup.object({ method: text().required(), r1Ohm: blank(), r2Ohm: blank(), r3Ohm: blank(), currentProbeM: blank(), ...guarded }),
  clamp: yup.object({ method: text().required(), readingOhm: blank(), parallelPath: known(), supplierEarthConnected: known(), ...guarded }),
}
const e3Method = yup.object({ method: text().oneOf(['61.8', 'slope', 'clamp'] as const, '${path} must be 61.8, slope or clamp').required(required) })

const ohmOrOverrange = () => yup.mixed<number | 'overrange'>().nullable().default(null)
  .test('ohm', '${path} must be a number or overrange', (value) => value === null || value === 'overrange' || (typeof value === 'number' && Number.isFinite(value)))
const e6Live = yup.object({ pack: pack(), lnV: blank(), leV: blank(), neV: blank(), lowImpedance: known(), islandRcdTripped: known(), instrument: accuracy() })
const e6Dead = yup.object({
  pack: pack(), relayOhm: ohmOrOverrange(), restingState: text().oneOf(['open', 'closed'] as const, '${path} must be open or closed').nullable().default(null),
  allSourcesIsolated: known(), bothSupplyPolesOpen: known(), limitClosedOhm: least0().default(1), limitOpenOhm: least0().default(100_000), instrument: accuracy(),
})

const trip = () => yup.mixed<number | 'none'>().nullable().default(null)
  .test('trip', '${path} must be a number or none', (value) => value === null || value === 'none' || (typeof value === 'number' && value >= 0 && Number.isFinite(value)))
const rcdMode = () => yup.object({
  halfTripped: known(), x1Ms: trip(), x5Ms: trip(), rampMa: trip(),
  faults: listOf(yup.object({ testMa: number().moreThan(0, '${path} must be above 0').required(required), timeMs: trip() })).optional(),
}).nullable().default(null)
const e9 = yup.object({
  device: text().oneOf(RCD_DEVICES, `\${path} must be one of ${RCD_DEVICES.join(', ')}`).required(required), iDeltaNMa: number().moreThan(0, '${path} must be above 0').required(required),
  instrumentMs: accuracy(), instrumentMa: accuracy(), grid: rcdMode(), island: rcdMode(),
})

/** The calculations the command line offers, by their code. */
export const CALC_CODES: Readonly<Record<string, CalcCode>> = {
  'P-1': calc('import capacity', p1, (input) => importCapacity(input as Parameters<typeof importCapacity>[0])),
  'P-4': calc('source limits in island mode', p4, (input) => sourceLimits(input as Parameters<typeof sourceLimits>[0])),
  'P-6': calc('load at the moment of changeover', p6, (input) => changeoverLoad(input as Parameters<typeof changeoverLoad>[0])),
  'P-7': calc('runtime', p7, (input) => runtime(input)),
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
  'E-9': calc('residual-current trip times', e9, (input) => residualCurrentTrip(input as Parameters<typeof residualCurrentTrip>[0])),
}
