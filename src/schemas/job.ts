import * as yup from 'yup'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { NUMBER_STYLES } from '@/core/quantity/numberStyle'
import { BACKUP_MAINS, BANK_KINDS, NO_BANK, NO_CURTAILMENT } from '@/core/installation/installation'
import {
  BATTERY_STRATEGIES,
  MEDICAL_ANSWERS,
  DATA_CONNECTIONS,
  SOILS,
  USUAL_ASSUMPTIONS,
} from '@/core/installation/survey'
import { choice, figure, flag, oneOrNone, optionalFigure, required, share, words } from './fields'

const hertz = (label: string) =>
  figure(label).min(40, `${label} is 40 to 70 Hz`).max(70, `${label} is 40 to 70 Hz`).nullable().default(null)

/** What the supply's form takes. */
export const supplySchema = yup.object({
  ratingA: optionalFigure('Supply rating').max(
    1000,
    `Supply rating above ${formatWhole(1000)} A is not a household supply`,
  ),
  powerFactor: share('Power factor').nullable().default(null),
  secondMainA: optionalFigure('Second main').max(
    1000,
    `A second main above ${formatWhole(1000)} A is not a household supply`,
  ),
  backupMain: oneOrNone('Main of the backup', BACKUP_MAINS),
  maximumDemandKva: optionalFigure('Maximum demand'),
  meterCombinedWithBoard: flag('Meter combined with board').nullable().default(null),
})

/** A small whole number that a maker declares. */
const count = (label: string, most: number) =>
  optionalFigure(label).integer(`${label} is a whole number`).max(most, `${label} is ${most} at most`)

const PHASES = ['L1', 'L2', 'L3', 'all'] as const

/** One battery inverter with its modules; every declared figure may be blank. */
export const unitSchema = yup.object({
  name: words('Name', 60).required(required('Name')),
  moduleCount: optionalFigure('Number of modules')
    .integer('Number of modules is a whole number')
    .max(200, 'More than 200 modules are not in a house'),
  moduleW: optionalFigure('Module power'),
  inverterBatteryW: optionalFigure('Inverter battery side'),
  inverterAcW: optionalFigure('Inverter AC rating'),
  batterySideOnly: flag('Battery side only').default(false),
  inverterSurgeVa: optionalFigure('Inverter surge'),
  moduleSurgeVa: optionalFigure('Module surge'),
  surgeS: optionalFigure('Surge time'),
  pvDcW: optionalFigure('PV on DC'),
  coldFactor: share('Cold factor').nullable().default(null),
  phase: choice('Phase', PHASES).required(required('Phase')),
  legW: optionalFigure('Leg limit'),
  mostModules: count('Modules at most', 200),
  mostInParallel: count('In parallel at most', 20),
  pvInputs: count('PV inputs', 20),
})

/** PV on the AC side: what it is expected to give, and where it is connected. */
export const pvSchema = yup.object({
  name: words('Name', 60).required(required('Name')),
  expectedW: optionalFigure('Expected PV'),
  ratingW: optionalFigure('Rating of the PV inverter'),
  side: choice('Side', ['island', 'grid']).required(required('Side')),
  onBackedPhase: flag('On a backed-up phase').required(required('On a backed-up phase')),
  phase: choice('Phase', PHASES).required(required('Phase')),
})

/** What the makers declare and the plan sets for the sources. */
export const sourcesSchema = yup.object({
  units: yup.array().strict().of(unitSchema).max(8, 'Eight units at most').required(),
  pvAc: yup.array().strict().of(pvSchema).max(8, 'Eight PV systems at most').default([]),
  gatewayA: optionalFigure('Gateway rating'),
  switchA: optionalFigure('Rating of the bypass or changeover switch'),
  feederA: optionalFigure('Feeder rating'),
  usableWh: optionalFigure('Usable energy'),
  nominalWh: optionalFigure('Nominal energy'),
  depthOfDischarge: share('Depth of discharge').nullable().default(null),
  dischargeEfficiency: share('Discharge efficiency').nullable().default(null),
  reserveSoc: share('Backup reserve').nullable().default(null),
  usualSoc: share('Usual state of charge').nullable().default(null),
  floorSoc: share('Floor').nullable().default(null),
  standbyW: optionalFigure('Standby'),
  makerRuntimeH: optionalFigure('Hours of its maker').max(1000, 'Hours of its maker are 1000 at most'),
  bank: yup
    .object({
      kind: oneOrNone('Lead–acid bank', BANK_KINDS),
      ratedAh: optionalFigure('Capacity').max(20_000, 'Capacity is 20 000 Ah at most'),
      ratedH: optionalFigure('Rated hours').max(240, 'Rated hours are 240 at most'),
      nominalV: optionalFigure('Voltage of the bank').max(1000, 'Voltage of the bank is 1000 V at most'),
      peukertExponent: figure('Peukert’s exponent')
        .min(1, 'Peukert’s exponent is 1 to 1.6')
        .max(1.6, 'Peukert’s exponent is 1 to 1.6')
        .nullable()
        .default(null),
      cellCount: count('Cells in series', 500),
      boostCharged: flag('Boost charged').nullable().default(null),
      ventCm2: optionalFigure('Opening').max(100_000, 'Opening is too large'),
    })
    .default(() => ({ ...NO_BANK })),
  curtailment: yup
    .object({
      startHz: hertz('Curtailment begins'),
      stopHz: hertz('Curtailment ends'),
      pvTripHz: hertz('PV trips'),
      provenNearFull: flag('Proven near a full battery').nullable().default(null),
      parted: flag('Parted near full').nullable().default(null),
      ratioLimit: optionalFigure('Highest ratio of PV to charging power'),
    })
    .default(() => ({ ...NO_CURTAILMENT }))
    .test(
      'band',
      'Curtailment ends below where it begins',
      (band) => band?.startHz == null || band.stopHz == null || band.startHz < band.stopHz,
    ),
})

/** Whether a clock of that name is known. */
function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

/** Name of the zone by whose clock a house lives. */
export const timeZoneSchema = words('Time zone', 60)
  .nullable()
  .default(null)
  .test('zone', 'Time zone is a name such as Europe/Lisbon', (zone) => zone == null || zone === '' || isTimeZone(zone))

/** The place itself. */
export const siteSchema = yup
  .object({
    latitudeDeg: figure('Latitude')
      .min(-66, 'Latitude lies between −66° and 66°')
      .max(66, 'Latitude lies between −66° and 66°')
      .nullable()
      .default(null),
    longitudeDeg: figure('Longitude')
      .min(-180, 'Longitude lies between −180° and 180°')
      .max(180, 'Longitude lies between −180° and 180°')
      .nullable()
      .default(null),
    timeZone: timeZoneSchema,
    minTempC: figure('Lowest temperature')
      .min(-60, 'Lowest temperature must be −60 °C or more')
      .max(30, 'Lowest temperature is 30 °C at most')
      .nullable()
      .default(null),
    maxTempC: figure('Highest temperature')
      .min(-20, 'Highest temperature must be −20 °C or more')
      .max(60, 'Highest temperature is 60 °C at most')
      .nullable()
      .default(null),
    soil: oneOrNone('Soil', SOILS),
    soilOhmM: optionalFigure('Soil resistivity'),
    dataConnection: oneOrNone('Data connection', DATA_CONNECTIONS),
    routerPlace: words('Where the router is', 80).nullable().default(null),
    shoreKm: optionalFigure('Distance to the sea'),
    wall: words('Wall', 80).nullable().default(null),
    floor: words('Floor', 80).nullable().default(null),
    insistsOn: words('What the household insists on', 400).nullable().default(null),
    householdNumbers: oneOrNone('Numbers on their page', NUMBER_STYLES),
    medical: oneOrNone('Medical equipment', MEDICAL_ANSWERS),
    medicalProvidedFor: words('How it is provided for', 200).nullable().default(null),
  })
  .test(
    'order',
    'The lowest temperature is above the highest',
    (site) => site?.minTempC == null || site.maxTempC == null || site.minTempC < site.maxTempC,
  )

const hourOfDay = (label: string) =>
  figure(label).min(0, `${label} is 0 to 24`).max(24, `${label} is 0 to 24`).nullable().default(null)
const price = (label: string) =>
  figure(label)
    .min(-10, `${label} per kWh is −10 to 100`)
    .max(100, `${label} per kWh is −10 to 100`)
    .nullable()
    .default(null)

/** What the plan assumes beyond the sources. */
export const assumptionsSchema = yup.object({
  chargeEfficiency: share('Efficiency of charging')
    .moreThan(0, 'Efficiency of charging must be above 0')
    .default(USUAL_ASSUMPTIONS.chargeEfficiency),
  inverterChargeW: optionalFigure('Charging power of the inverter'),
  moduleChargeW: optionalFigure('Charging power of a module'),
  moduleUsableWh: optionalFigure('Usable energy of a module'),
  windowFromHour: hourOfDay('Cheap from'),
  windowToHour: hourOfDay('Cheap until'),
  windowTargetSoc: share('Charge to').nullable().default(null),
  windowDeviceW: optionalFigure('Limit of the charging device'),
  otherNightLoadsW: optionalFigure('Other loads at night'),
  tariffKind: choice('Tariff', ['flat', 'twoRate', 'file']).default('flat'),
  importPrice: price('Price'),
  offpeakPrice: price('Cheap price'),
  exportPrice: price('Export price'),
  exportPeakPrice: price('Export price at its peak'),
  exportPeakFromHour: hourOfDay('Peak from'),
  exportPeakToHour: hourOfDay('Peak until'),
  strategy: choice('The battery goes by', BATTERY_STRATEGIES).default(USUAL_ASSUMPTIONS.strategy),
  exportLimitW: optionalFigure('Limit of export'),
  wearPerKWh: price('Wear'),
  grantAmount: optionalFigure('Grant').max(10_000_000, 'Grant is too large'),
  currency: words('Currency', 6).default(USUAL_ASSUMPTIONS.currency),
  performanceRatio: share('Performance ratio').default(USUAL_ASSUMPTIONS.performanceRatio),
  clearnessFactor: figure('Clearness')
    .min(0.3, 'Clearness is 0.3 to 1.6')
    .max(1.6, 'Clearness is 0.3 to 1.6')
    .default(1),
})
