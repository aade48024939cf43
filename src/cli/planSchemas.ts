import * as yup from 'yup'
import { CODE_LETTERS, STARTERS } from '@/core/plan/motorStart'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { blank, choiceOrNull, flag, known, least0, listOf, number, pack, required, share, text } from './inputFields'

export const PHASES = ['L1', 'L2', 'L3', 'all'] as const

export const p1 = yup.object({
  pack: pack(),
  ratingA: least0().nullable().default(null),
  powerFactor: share().nullable().default(null),
  maximumDemandKva: least0().nullable().default(null),
})

export const p4 = yup.object({
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

export const p6 = yup.object({
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

export const p7 = yup.object({
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

export const amps = () => least0().nullable().default(null)

export const p2 = yup.object({ pack: pack(), currentA: amps(), otherA: least0().default(0) })

export const p3 = yup.object({
  pack: pack(),
  mainA: amps(),
  busbarA: amps(),
  sources: listOf(yup.object({ deviceA: amps(), outputA: amps() })).default([]),
  loadDevicesA: listOf(least0().required(required)).default([]),
  sourcesAtFarEnd: known(),
})

export const p5 = yup.object({
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

export const p8 = yup.object({
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

export const p9 = yup.object({
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
