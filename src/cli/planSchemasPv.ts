import * as yup from 'yup'
import { DECLARED_FIELD_KEYS, DECLARED_ORIGINS } from '@/core/plan/declaredData'
import { DIRECTION_MARKINGS, FED_THINGS, RESIDUAL_TYPES, SOURCE_DEVICE_KINDS } from '@/core/plan/sourceSideDevice'
import { blank, choiceOrNull, flag, known, least0, listOf, number, pack, required, share, text } from './inputFields'
import { amps, p8, PHASES } from './planSchemas'

export const p10ac = yup.object({
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

export const p10dc = yup.object({
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

export const p10kind = yup.object({
  kind: text()
    .oneOf(['ac', 'dc'] as const, '${path} must be ac or dc')
    .required(required),
})

export const p11 = yup.object({
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

export const p12 = yup.object({
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
  drivePhases: number()
    .nullable()
    .default(null)
    .test('phases', '${path} must be 1 or 3', (value) => value == null || value === 1 || value === 3),
  bothWays: known(),
  detects6mADc: known(),
  makerStatesType: choiceOrNull(RESIDUAL_TYPES),
})

/** What a current transformer sees of something: all of it, nothing, or all of it the wrong way round. */
const seen = () => number().oneOf([-1, 0, 1], '${path} must be 1, 0 or −1').required(required)

export const p13 = yup.object({
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

export const p14 = p8
  .shape({
    importPrice: least0().nullable().default(null),
    twoRate: yup
      .object({
        peakPrice: least0().required(required),
        offpeakPrice: least0().required(required),
        fromHour: number().min(0).max(24).required(required),
        toHour: number().min(0).max(24).required(required),
      })
      .nullable()
      .default(null),
    priceCsv: text().max(400).nullable().default(null),
    exportPrice: least0().default(0),
    sizes: listOf(
      yup.object({
        capacityWh: least0().required(required),
        chargeLimitW: least0().required(required),
        dischargeLimitW: least0().required(required),
      }),
      50,
    )
      .nullable()
      .default(null),
  })
  .test(
    'tariff',
    'give exactly one of importPrice, twoRate and priceCsv',
    (input) => [input.importPrice, input.twoRate, input.priceCsv].filter((price) => price != null).length === 1,
  )

export const p15 = yup.object({
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

export const t14 = yup.object({
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
  sourceShare: share().nullable().default(null),
  circuitShare: share().nullable().default(null),
  promisedW: amps(),
  observed: listOf(
    yup.object({ tag: text().required(required), voltageV: blank(), frequencyHz: blank(), tripped: known() }),
    500,
  )
    .nullable()
    .default(null),
  stopLimits: yup
    .object({
      voltageMinV: number().required(required),
      voltageMaxV: number().required(required),
      frequencyMinHz: number().required(required),
      frequencyMaxHz: number().required(required),
    })
    .nullable()
    .default(null),
})
