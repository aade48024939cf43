import * as yup from 'yup'
import { type BalanceTestInput, balanceTest } from '@/core/settings/balanceTest'
import { WAKE_KINDS } from '@/core/settings/blackStart'
import { CROSS_CHECK_NAMES, type CrossCheckInput, crossChecks } from '@/core/settings/crossChecks/crossChecks'
import { type ForcedPowerInput, forcedPower } from '@/core/settings/forcedPower'
import { type ReserveDayInput, reserveDay } from '@/core/settings/reserveDay'
import { type SettingPlan, type SettingValue, settingsDiff, settingsSummary } from '@/core/settings/settingsDiff'
import { ORDERED_SOURCES, type SourceOrderInput, sourceOrder } from '@/core/settings/sourceOrder'
import { type ThresholdMoveInput, thresholdMove } from '@/core/settings/thresholdMove'
import { RULE_PACKS } from '@/core/rules/packs'
import {
  type CalcCode,
  MOST_ROWS,
  blank,
  blank0,
  calc,
  checked,
  choiceOrNull,
  known,
  listOf,
  number,
  oneOf,
  pack,
  required,
  share,
  text,
  wordsOf,
} from './inputFields'

const { limits } = RULE_PACKS['iec-1ph-230']
const blankShare = () => share().nullable().default(null)
const blankText = () => text().max(200, '${path} is longer than 200 characters').nullable().default(null)

const isSetting = (value: unknown) =>
  value === null ||
  value === undefined ||
  typeof value === 'string' ||
  typeof value === 'boolean' ||
  (typeof value === 'number' && Number.isFinite(value))
const setting = () =>
  yup
    .mixed<SettingValue>()
    .nullable()
    .default(null)
    .test('setting', '${path} must be a number, text, true or false', isSetting)

const MOST_SETTINGS = 2000
/** An object of values by key, such as what a device answers; each value is looked at, and there are not too many. */
const byKey = <T>(what: string, takes: (value: unknown) => boolean) =>
  yup
    .mixed<Record<string, T>>()
    .nullable()
    .default(null)
    .test('byKey', `\${path} must hold ${what} by key`, (value: unknown) => {
      if (value === null || value === undefined) return true
      if (typeof value !== 'object' || Array.isArray(value)) return false
      const values: unknown[] = Object.values(value)
      return values.length <= MOST_SETTINGS && values.every(takes)
    })

const s1 = yup.object({
  settings: listOf(
    yup.object({
      key: text().required(required),
      value: setting(),
      unit: text().default(''),
      tolerance: blank0(),
    }),
    MOST_SETTINGS,
  ).required(required),
  read: byKey<SettingValue | null>('settings', isSetting),
  left: byKey<SettingValue | null>('settings', isSetting),
  unitTolerance: byKey<number>('tolerances of 0 or more', (value) => typeof value === 'number' && value >= 0),
})

const column = (values: Record<string, SettingValue | null> | null) => new Map(Object.entries(values ?? {}))

function s1Run(input: yup.InferType<typeof s1>) {
  const { settings, read, left, unitTolerance } = input
  const lines = settingsDiff(settings as SettingPlan[], column(read), column(left), unitTolerance ?? {})
  return {
    lines: lines.map(({ planned, ...line }) => ({ ...line, planned: planned?.value ?? null })),
    ...settingsSummary(lines),
  }
}

const part = (fields: yup.ObjectShape) =>
  yup.lazy((value: unknown) =>
    value === 'none' ? yup.string() : yup.object(fields).nullable().default(null),
  ) as unknown as yup.Schema<unknown>
const draw = yup.object({
  id: text().required(required),
  w: blank(),
  phase: oneOf(['L1', 'L2', 'L3', 'all']),
})
const ctStep = yup.object({ appliedW: number().required(required), meterW: number().required(required) })
const listOrNone = (item: yup.ISchema<unknown>) =>
  yup.lazy((value: unknown) =>
    value === 'none' ? yup.string() : listOf(item, MOST_SETTINGS).nullable().default(null),
  ) as unknown as yup.Schema<unknown>
const PARTS: Readonly<Record<keyof CrossCheckInput, yup.Schema<unknown>>> = {
  reserve: part({
    usableWh: blank0(),
    dischargeEfficiency: blankShare(),
    reserveSoc: blankShare(),
    floorSoc: blankShare(),
    loadW: blank(),
    standbyW: blank(),
    promisedH: blank0(),
  }),
  fallback: part({ fallbackSoc: blankShare(), returnSoc: blankShare() }),
  chargePower: part({
    setW: blank0(),
    deviceW: blank0(),
    socStart: blankShare(),
    socTarget: blankShare(),
    nominalWh: blank0(),
    chargeEfficiency: blankShare(),
    windowH: blank0(),
  }),
  exportLimit: part({ setW: blank(), permittedW: blank() }),
  ct: part({ steps: listOf(ctStep, 10_000).nullable().default(null), meterNoiseW: blank0() }),
  frequencyShift: part({ startHz: blank0(), stopHz: blank0(), shiftMaxHz: blank0(), pvTripHz: blank0() }),
  phaseCount: part({ set: blank0(), planned: blank0() }),
  clock: part({ deviceTime: blankText(), referenceTime: blankText(), toleranceS: blank0() }),
  firmware: listOrNone(yup.object({ id: text().required(required), installed: blankText(), minimum: blankText() })),
  bondRelay: part({ enabled: known(), needed: known() }),
  asLeftMode: part({ left: blankText(), planned: blankText() }),
  supply: part({ ratingA: blank0(), powerFactor: blankShare(), draws: listOf(draw).nullable().default(null) }),
  profile: part({ set: blankText(), permitted: blankText() }),
}
const s2 = yup.object({ pack: pack(), ...PARTS })

const powers = () => listOf(number().required(required), MOST_ROWS).required(required)
const s3 = yup.object({
  capacityWh: number().moreThan(0, '${path} must be above 0').nullable().default(null),
  chargeEfficiency: number().moreThan(0, '${path} must be above 0').nullable().default(null),
  dischargeEfficiency: number().moreThan(0, '${path} must be above 0').nullable().default(null),
  chargeLimitW: blank0(),
  dischargeLimitW: blank0(),
  gridChargeW: blank0(),
  floorSoc: blankShare(),
  fallbackSoc: blankShare(),
  bandSoc: blankShare(),
  chargeFromGridSoc: blankShare(),
  chargeStopSoc: blankShare(),
  startSoc: blankShare(),
  loadW: powers(),
  pvW: powers(),
  stepMinutes: number().moreThan(0, '${path} must be above 0').required(required),
})

function s3Run(input: yup.InferType<typeof s3>) {
  if (input.loadW.length !== input.pvW.length)
    throw new RangeError(`loadW has ${input.loadW.length} steps and pvW ${input.pvW.length}; both need the same.`)
  const { track: _, ...day } = reserveDay(input as ReserveDayInput, limits.reserveBandMin.value / 100)
  return day
}

const store = {
  usableWh: blank0(),
  dischargeEfficiency: blankShare(),
  soc: blankShare(),
  floorSoc: blankShare(),
  limitW: blank0(),
}
const order = () => wordsOf(oneOf(ORDERED_SOURCES), ORDERED_SOURCES.length)
const s4 = yup.object({
  loadW: blank(),
  pvW: blank0(),
  order: order().required(required),
  orderSet: order().nullable().default(null),
  battery: yup.object(store).nullable().default(null),
  vehicle: yup
    .object({ ...store, present: known(), pluggedIn: known(), enabled: known(), agreedFloorSoc: blankShare() })
    .nullable()
    .default(null),
  startH: blank0(),
  sunH: blank0(),
  ways: listOf(yup.object({ kind: oneOf(WAKE_KINDS), tested: choiceOrNull(['passed', 'failed']) }), 20)
    .nullable()
    .default(null),
})
const NOTHING_KNOWN = { usableWh: null, dischargeEfficiency: null, soc: null, floorSoc: null, limitW: null }

const rows = () => listOf(number().nullable(), MOST_ROWS).nullable().default(null)
const log = yup
  .object({
    periodS: number().moreThan(0, '${path} must be above 0').required(required),
    pvW: rows(),
    loadW: rows(),
    batteryW: rows(),
    gridW: rows(),
    soc: blankShare(),
  })
  .nullable()
  .default(null)
const pair = yup
  .object({ pvW: blank(), loadW: blank(), batteryW: blank(), gridW: blank(), soc: blankShare() })
  .nullable()
  .default(null)
const evidence = { log, pair }
const balance = yup.object({
  kind: oneOf(['surplus', 'cover']),
  ...evidence,
  chargeLimitW: blank0(),
  dischargeLimitW: blank0(),
  fullSoc: blankShare(),
  floorSoc: blankShare(),
  residualLimitW: blank0(),
})
const forced = yup.object({ kind: oneOf(['forcedCharge', 'forcedDischarge']), ...evidence, setW: blank() })
const threshold = yup.object({
  kind: oneOf(['threshold']),
  fallbackSoc: blankShare(),
  bandSoc: blankShare(),
  soc: blankShare(),
  modeBefore: choiceOrNull(['battery', 'grid']),
  changedAtS: blank(),
  allowedS: blank0(),
  observed: listOf(yup.object({ timeS: number().required(required), mode: oneOf(['battery', 'grid']) }), MOST_ROWS)
    .nullable()
    .default(null),
})

const LOG_COLUMNS = ['pvW', 'loadW', 'batteryW', 'gridW'] as const
/** One list per quantity, all of one length; and never a log and a pair, which would be two answers to one question. */
function oneEvidence(input: { log?: Record<string, unknown> | null; pair?: unknown }): void {
  if (input.log && input.pair) throw new RangeError('log and pair are both given; a test has one of the two.')
  const lengths = LOG_COLUMNS.flatMap((name) => (input.log?.[name] as unknown[] | null)?.length ?? [])
  if (new Set(lengths).size > 1) throw new RangeError(`log has lists of ${lengths.join(', ')} rows; all need the same.`)
}

const balanceRun = (input: unknown) => {
  const asked = checked(balance, input)
  oneEvidence(asked)
  return balanceTest(asked as BalanceTestInput, limits)
}
const forcedRun = (input: unknown) => {
  const asked = checked(forced, input)
  oneEvidence(asked)
  return forcedPower(asked as ForcedPowerInput)
}
const T11: Readonly<Record<string, (input: unknown) => unknown>> = {
  surplus: balanceRun,
  cover: balanceRun,
  forcedCharge: forcedRun,
  forcedDischarge: forcedRun,
  threshold: (input) => {
    const asked = checked(threshold, input)
    const observed = [...((asked.observed ?? []) as ThresholdMoveInput['observed'])]
    observed.sort((a, b) => a.timeS - b.timeS)
    return thresholdMove({ ...asked, observed } as ThresholdMoveInput, limits)
  },
}
const t11Kind = yup.object({ kind: oneOf(Object.keys(T11)) })

/** The calculations of settings and of working tests with the grid present. */
export const SETTINGS_CODES: Readonly<Record<string, CalcCode>> = {
  'S-1': calc('planned, read back, as left', s1, s1Run),
  'S-2': calc(`cross-checks of settings (${CROSS_CHECK_NAMES.length})`, s2, (input) =>
    crossChecks(RULE_PACKS[input.pack], input as CrossCheckInput),
  ),
  'S-3': calc('reserve with hysteresis over a day', s3, s3Run),
  'S-4': calc('source order, vehicle floor and black start', s4, (input) =>
    sourceOrder({ ...input, battery: input.battery ?? NOTHING_KNOWN } as SourceOrderInput),
  ),
  'T-11': {
    about: 'working tests with the grid present',
    run: (input) => T11[checked(t11Kind, input).kind]?.(input),
  },
}
