import * as yup from 'yup'
import { autonomy } from '@/core/plan/autonomy'
import { boardRating } from '@/core/plan/boardRating'
import { cable } from '@/core/plan/cable'
import { changeoverLoad } from '@/core/plan/changeoverLoad'
import { chargeWindow } from '@/core/plan/chargeWindow'
import { DECLARED_FIELD_KEYS, DECLARED_ORIGINS, askTheMaker } from '@/core/plan/declaredData'
import { deviceSize } from '@/core/plan/deviceSize'
import { importCapacity } from '@/core/plan/importCapacity'
import { loadLadder } from '@/core/plan/loadLadder'
import { CODE_LETTERS, STARTERS, motorStart } from '@/core/plan/motorStart'
import { acPvInIsland, dcPv } from '@/core/plan/pvInIsland'
import { runtime } from '@/core/plan/runtime'
import { pricesOf, selfConsumptionOfYear } from '@/core/plan/selfConsumption'
import {
  DIRECTION_MARKINGS,
  FED_THINGS,
  RESIDUAL_TYPES,
  SOURCE_DEVICE_KINDS,
  sourceSideDevice,
} from '@/core/plan/sourceSideDevice'
import { sourceLimits } from '@/core/plan/sourceLimits'
import { twoControllers } from '@/core/plan/twoControllers'
import type { YearProfile } from '@/core/plan/yearProfile'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import {
  type CalcCode,
  blank,
  calc,
  checked,
  choiceOrNull,
  flag,
  known,
  least0,
  listOf,
  number,
  pack,
  required,
  share,
  text,
} from './inputFields'
import { readProfileFile } from './readProfileFile'

const PHASES = ['L1', 'L2', 'L3', 'all'] as const

const p1 = yup.object({
  pack: pack(),
  ratingA: least0().nullable().default(null),
  powerFactor: share().nullable().default(null),
  maximumDemandKva: least0().nullable().default(null),
})

const p4 = yup.object({
  pack: pack(),
  units: listOf(
    yup.object({
      moduleCount: least0().integer('${path} must be a whole number').nullable().default(null),
      moduleW: least0().nullable().default(null),
      inverterBatteryW: least0().nullable().default(null),
      inverterAcW: least0().nullable().default(null),
      inverterSurgeVa: least0().nullable().default(null),
      moduleSurgeVa: least0().nullable().default(null),
      surgeS: least0().nullable().default(null),
      pvDcW: least0().nullable().default(null),
      coldFactor: share().nullable().optional(),
      phase: text().oneOf(PHASES, '${path} must be L1, L2, L3 or all').optional(),
      legW: least0().nullable().optional(),
    }),
  ).required(required),
  pvAc: listOf(
    yup.object({
      expectedW: least0().nullable().default(null),
      side: text().oneOf(['island', 'grid'], '${path} must be island or grid').required(required),
      onBackedPhase: flag().required(required),
      phase: text().oneOf(PHASES, '${path} must be L1, L2, L3 or all').optional(),
    }),
  ).default([]),
  gatewayA: least0().nullable().default(null),
  feederA: least0().nullable().default(null),
})

const p6 = yup.object({
  loads: listOf(
    yup.object({
      id: text().required(required),
      powerW: least0().required(required),
      pf: share().moreThan(0, '${path} must be above 0').required(required),
      duty: share().required(required),
      priority: number().min(1, '${path} must be 1 to 9').max(9, '${path} must be 1 to 9').required(required),
      phase: text().optional(),
      keep: flag().default(false),
    }),
  ).optional(),
  halfHourlyKWh: listOf(least0().required(required), 200_000).optional(),
  nightLimitW: least0().nullable().default(null),
  changeoverLimitW: least0().nullable().default(null),
  dayLimitW: least0().nullable().default(null),
  shareTolerance: share().required(required),
  acceptsShedding: flag().required(required),
})

const p7 = yup.object({
  usableWh: least0().nullable().default(null),
  nominalWh: least0().nullable().default(null),
  depthOfDischarge: share().nullable().default(null),
  dischargeEfficiency: share().required(required),
  reserveSoc: share().nullable().default(null),
  usualSoc: share().nullable().default(null),
  floorSoc: share().required(required),
  loadW: least0().nullable().default(null),
  standbyW: least0().default(0),
  pvW: least0().default(0),
  vehicle: yup.object({ present: known(), pluggedIn: known(), enabled: known() }).nullable().default(null),
  promisedH: least0().nullable().default(null),
})

const amps = () => least0().nullable().default(null)
const p2 = yup.object({ pack: pack(), currentA: amps(), otherA: least0().default(0) })
const p3 = yup.object({
  pack: pack(),
  mainA: amps(),
  busbarA: amps(),
  sources: listOf(yup.object({ deviceA: amps(), outputA: amps() })).default([]),
  loadDevicesA: listOf(least0().required(required)).default([]),
  sourcesAtFarEnd: known(),
})
const p5 = yup.object({
  pack: text()
    .oneOf(RULE_PACK_IDS, `\${path} must be one of ${RULE_PACK_IDS.join(', ')}`)
    .default('iec-1ph-230'),
  phases: number().oneOf([1, 3], '${path} must be 1 or 3').required(required),
  voltageV: number().moreThan(0, '${path} must be above 0').required(required),
  lraA: amps(),
  codeLetter: choiceOrNull(CODE_LETTERS),
  hp: amps(),
  runningCurrentA: amps(),
  starter: text()
    .oneOf(STARTERS, `\${path} must be one of ${STARTERS.join(', ')}`)
    .default('direct'),
  startFactor: share().nullable().default(null),
  othersVa: least0().default(0),
  surgeVa: amps(),
  surgeS: amps(),
  startS: amps(),
  deviceA: amps(),
  makerMaxLraA: amps(),
  makerMaxDeviceA: amps(),
})
const p8 = yup.object({
  profileCsv: text().max(400).required(required),
  capacityWh: least0().nullable().default(null),
  chargeEfficiency: share().moreThan(0, '${path} must be above 0').required(required),
  dischargeEfficiency: share().moreThan(0, '${path} must be above 0').required(required),
  chargeLimitW: least0().default(0),
  dischargeLimitW: least0().nullable().default(null),
  reserveSoc: share().required(required),
  floorSoc: share().required(required),
  initialSoc: share().default(0.5),
  gridCharge: yup
    .object({
      fromHour: number().min(0).max(24).required(required),
      toHour: number().min(0).max(24).required(required),
      targetSoc: share().required(required),
      powerW: least0().required(required),
    })
    .nullable()
    .default(null),
  loadShare: share().default(1),
  standbyW: least0().default(0),
  pvShare: share().default(1),
  maxHours: number()
    .integer('${path} must be a whole number')
    .min(1, '${path} must be 1 or more')
    .max(8760, '${path} must be 8760 at most')
    .default(336),
  ensHours: number()
    .integer('${path} must be a whole number')
    .min(0, '${path} must be 0 or more')
    .max(8760, '${path} must be 8760 at most')
    .default(24),
})
const p9 = yup.object({
  inverterChargeW: amps(),
  moduleCount: amps(),
  moduleChargeW: amps(),
  deviceLimitW: amps(),
  importHeadroomW: blank(),
  otherNightLoadsW: amps(),
  socStart: share().nullable().default(null),
  socTarget: share().nullable().default(null),
  nominalWh: amps(),
  chargeEfficiency: share().moreThan(0, '${path} must be above 0').nullable().default(null),
  windowH: amps(),
  shiftedKWh: amps(),
  peakPrice: blank(),
  offpeakPrice: blank(),
  exportPrice: blank(),
  roundTripEfficiency: share().moreThan(0, '${path} must be above 0').nullable().default(null),
})
const p10ac = yup.object({
  kind: text().required(required),
  pv: listOf(
    yup.object({
      ratingW: least0().required(required),
      side: text().oneOf(['island', 'grid'], '${path} must be island or grid').required(required),
      onBackedPhase: flag().required(required),
    }),
  ).default([]),
  chargeLimitW: amps(),
  ratioLimit: least0().required(required),
  parted: known(),
  islandHz: amps(),
  curtailment: yup
    .object({
      startHz: least0().required(required),
      stopHz: least0().required(required),
      pvTripHz: amps(),
      provenNearFull: known(),
    })
    .nullable()
    .default(null),
})
const p10dc = yup.object({
  kind: text().required(required),
  moduleVocV: amps(),
  moduleIscA: amps(),
  moduleVmpV: amps(),
  betaPerC: number()
    .min(-0.02, '${path} is a fraction per kelvin, such as -0.0028')
    .max(0.02, '${path} is a fraction per kelvin, such as -0.0028')
    .nullable()
    .default(null),
  minTempC: blank(),
  maxTempC: blank(),
  modulesInString: amps(),
  stringsInParallel: amps(),
  optimisers: flag().default(false),
  backGain: least0().default(0),
  iscFactor: least0().default(1.25),
  arrayW: amps(),
  inverterW: amps(),
  arrayRatioLimit: amps(),
  maxVocV: amps(),
  trackerLimitA: amps(),
  trackerStartV: amps(),
})
const p10kind = yup.object({
  kind: text()
    .oneOf(['ac', 'dc'] as const, '${path} must be ac or dc')
    .required(required),
})
const p11 = yup.object({
  pack: pack(),
  size: text().nullable().default(null),
  designCurrentA: amps(),
  deviceA: amps(),
  lengthM: amps(),
  conductorTempC: number().min(-60).max(250).required(required),
  factors: listOf(least0().required(required), 20).default([1]),
  dropLimitPercent: least0().required(required),
  faultCurrentA: amps(),
  faultS: amps(),
  kFactor: number().moreThan(0, '${path} must be above 0').nullable().default(null),
})
const p12 = yup.object({
  kind: text()
    .oneOf(SOURCE_DEVICE_KINDS, `\${path} must be one of ${SOURCE_DEVICE_KINDS.join(', ')}`)
    .required(required),
  sourceBehind: flag().required(required),
  marking: choiceOrNull(DIRECTION_MARKINGS),
  polarityRight: known(),
  shared: flag().default(false),
  residualType: choiceOrNull(RESIDUAL_TYPES),
  feeds: text()
    .oneOf(FED_THINGS, `\${path} must be one of ${FED_THINGS.join(', ')}`)
    .default('ordinary'),
  detects6mADc: known(),
  makerStatesType: choiceOrNull(RESIDUAL_TYPES),
})
/** What a current transformer sees of something: all of it, nothing, or all of it the wrong way round. */
const seen = () => number().oneOf([-1, 0, 1], '${path} must be 1, 0 or −1').required(required)
const p13 = yup.object({
  mode: text()
    .oneOf(['independent', 'master'] as const, '${path} must be independent or master')
    .required(required),
  stepS: number().moreThan(0, '${path} must be above 0').required(required),
  durationS: number().moreThan(0, '${path} must be above 0').required(required),
  profile: listOf(
    yup.object({ atS: least0().required(required), netW: number().required(required) }),
    100_000,
  ).required(required),
  controllers: listOf(
    yup.object({
      gain: number().required(required),
      delaySteps: least0().integer('${path} must be a whole number').required(required),
      limitW: least0().required(required),
      startW: number().default(0),
      seesNet: seen(),
      seesBattery: listOf(seen(), 2).required(required),
      offsetW: number().default(0),
      targetW: number().default(0),
      deadbandW: least0().default(0),
    }),
    2,
  )
    .min(2, '${path} must hold two controllers')
    .required(required),
  share: share().default(0.5),
  settleBandW: least0().required(required),
})
const p14 = p8.shape({ importPrice: least0().required(required), exportPrice: least0().default(0) })
const p15 = yup.object({
  things: listOf(
    yup.object({
      name: text().required(required),
      needs: listOf(
        text()
          .oneOf(DECLARED_FIELD_KEYS, `\${path} must be one of ${DECLARED_FIELD_KEYS.join(', ')}`)
          .required(required),
      ).required(required),
    }),
  ).required(required),
  declared: listOf(
    yup.object({
      about: text().required(required),
      field: text().required(required),
      value: text().nullable().default(null),
      origin: choiceOrNull(DECLARED_ORIGINS),
      date: text().nullable().default(null),
    }),
  ).default([]),
})
const t14 = yup.object({
  pack: pack(),
  nightLimitW: amps(),
  phaseLimitW: yup.mixed<Record<string, number>>().nullable().default(null),
  loads: listOf(
    yup.object({
      tag: text().required(required),
      name: text().required(required),
      powerW: least0().required(required),
      powerFactor: share().moreThan(0, '${path} must be above 0').default(1),
      phase: text().oneOf(PHASES).default('all'),
      motor: flag().default(false),
      circuitTag: text().nullable().default(null),
    }),
    500,
  ).required(required),
  circuits: listOf(yup.object({ tag: text().required(required), breakerA: amps() }), 500).default([]),
})

/** Takes the profile of a P-8 or P-14 input from the file it names. */
function withProfile<T extends { profileCsv: string }, R>(
  { profileCsv, ...system }: T,
  run: (profile: YearProfile, system: Omit<T, 'profileCsv'>) => R,
): R {
  const read = readProfileFile(profileCsv)
  if (!read.ok) throw new RangeError(`profileCsv: ${profileCsv}: ${read.error.message}`)
  return run(read.value, system)
}

/** The planning calculations, and the load ladder of the test day. */
export const PLAN_CODES: Readonly<Record<string, CalcCode>> = {
  'P-1': calc('import capacity', p1, (input) => importCapacity(input as Parameters<typeof importCapacity>[0])),
  'P-2': calc('continuous load and device size', p2, (input) => deviceSize(input as Parameters<typeof deviceSize>[0])),
  'P-3': calc('board rating with sources', p3, (input) => boardRating(input as Parameters<typeof boardRating>[0])),
  'P-4': calc('source limits in island mode', p4, (input) => sourceLimits(input as Parameters<typeof sourceLimits>[0])),
  'P-5': calc('motor start', p5, ({ pack: packId, ...input }) =>
    motorStart(input as Parameters<typeof motorStart>[0], RULE_PACKS[packId as RulePackId].limits),
  ),
  'P-6': calc('load at the moment of changeover', p6, (input) =>
    changeoverLoad(input as Parameters<typeof changeoverLoad>[0]),
  ),
  'P-7': calc('runtime', p7, (input) => runtime(input)),
  'P-8': calc('autonomy over a year; profileCsv is a path', p8, (input) =>
    withProfile(input, (profile, system) => autonomy(profile, system)),
  ),
  'P-9': calc('charge window', p9, (input) => chargeWindow(input)),
  'P-10': {
    about: 'PV in island mode',
    run: (input) => {
      const { kind } = checked(p10kind, input)
      return kind === 'ac'
        ? acPvInIsland(checked(p10ac, input) as Parameters<typeof acPvInIsland>[0])
        : dcPv(checked(p10dc, input))
    },
  },
  'P-11': calc('cable', p11, (input) => cable(input as Parameters<typeof cable>[0])),
  'P-12': calc('source-side device', p12, (input) => sourceSideDevice(input as Parameters<typeof sourceSideDevice>[0])),
  'P-13': calc('two battery controllers', p13, (input) =>
    twoControllers(input as Parameters<typeof twoControllers>[0]),
  ),
  'P-14': calc('self-consumption and value of a year; profileCsv is a path', p14, (input) =>
    withProfile(input, (profile, { importPrice, exportPrice, capacityWh, dischargeLimitW, ...system }) => {
      if (capacityWh === null || dischargeLimitW === null) return { verdict: 'open' }
      return selfConsumptionOfYear(
        profile,
        { ...system, capacityWh, dischargeLimitW },
        pricesOf({ kind: 'flat', importPrice, exportPrice }, profile.stepH),
      )
    }),
  ),
  'P-15': calc('declared data: what to ask the maker', p15, ({ things, declared }) =>
    askTheMaker(things as Parameters<typeof askTheMaker>[0], declared as Parameters<typeof askTheMaker>[1]),
  ),
  'T-14': calc('load ladder', t14, (input) => loadLadder(input as Parameters<typeof loadLadder>[0])),
}
