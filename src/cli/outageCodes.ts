import * as yup from 'yup'
import { type GoNoGoInput, goNoGo } from '@/core/plan/goNoGo'
import { type OverloadInput, overloadTrip } from '@/core/outage/overloadTrip'
import { RIDE_THROUGH_CLASSES, RIDE_THROUGH_WORDS } from '@/core/outage/rideThrough'
import { type SupplyReturnInput, supplyReturn } from '@/core/outage/supplyReturn'
import { RULE_PACKS } from '@/core/rules/packs'
import { rideThroughWord } from './rideThroughWord'
import {
  type CalcCode,
  MOST_ROWS,
  blank,
  blank0,
  calc,
  choiceOrNull,
  flag,
  known,
  least0,
  listOf,
  number,
  required,
  rowsOf,
  text,
} from './inputFields'

const rules = RULE_PACKS['iec-1ph-230']
const name = () => text().max(200, '${path} is longer than 200 characters')

const codeOf = (word: string | null) => RIDE_THROUGH_CLASSES.find((code) => RIDE_THROUGH_WORDS[code] === word) ?? null

const t7 = yup.object({
  events: rowsOf(
    yup.object({ timeS: number().required(required), kind: name().required(required), id: name().nullable() }),
    10_000,
  )
    .nullable()
    .default(null),
  gapWatched: known(),
  resolutionMs: blank0(),
  promisedClass: choiceOrNull(Object.values(RIDE_THROUGH_WORDS)),
  waitMinS: blank0(),
  waitMaxS: blank0(),
  tripsChecked: known(),
  pv: yup
    .object({
      beforeW: blank(),
      couldW: blank(),
      log: listOf(yup.object({ timeS: number().required(required), pvW: blank() }), MOST_ROWS)
        .nullable()
        .default(null),
      limitS: blank0(),
    })
    .nullable()
    .default(null),
  chargerBack: yup
    .mixed<boolean | 'none'>()
    .nullable()
    .default(null)
    .test(
      'back',
      '${path} must be true, false or none',
      (value) => value == null || value === 'none' || typeof value === 'boolean',
    ),
})

function t7Run(input: yup.InferType<typeof t7>) {
  const { pv, events, promisedClass } = input
  const found = supplyReturn(
    {
      ...input,
      events: events ?? [],
      promisedClass: codeOf(promisedClass),
      pv: pv === null ? null : { ...pv, log: pv.log ?? [] },
    } as SupplyReturnInput,
    rules,
  )
  return { ...found, secondGapClass: rideThroughWord(found.secondGapClass) }
}

const samples = () => listOf(number().required(required), MOST_ROWS).required(required)
const t9 = yup.object({
  log: yup
    .object({
      startS: number().default(0),
      periodS: number().moreThan(0, '${path} must be above 0').required(required),
      powerW: samples(),
      voltageV: samples(),
    })
    .nullable()
    .default(null),
  nominalV: number().moreThan(0, '${path} must be above 0').nullable().default(null),
  limitW: blank0(),
  surgeW: blank0(),
  surgeS: blank0(),
  handRestarts: listOf(number().required(required)).nullable().default(null),
  devices: rowsOf(yup.object({ timeS: number().required(required), id: name().required(required) }))
    .nullable()
    .default(null),
  restartWaitS: blank0(),
})
const NO_LOG = { startS: 0, periodS: 1, powerW: [], voltageV: [] }

function t9Run(input: yup.InferType<typeof t9>) {
  const log = input.log ?? NO_LOG
  if (log.powerW.length !== log.voltageV.length)
    throw new RangeError(`log.powerW has ${log.powerW.length} samples and log.voltageV ${log.voltageV.length}.`)
  return overloadTrip(
    { ...input, log, handRestarts: input.handRestarts ?? [], devices: input.devices ?? [] } as OverloadInput,
    rules.limits,
  )
}

const t15 = yup.object({
  demandW: blank0(),
  changeoverLimitW: blank0(),
  nightLimitW: blank0(),
  dayLimitW: blank0(),
  byHand: flag().required(required),
  pvSteadyMin: blank0(),
  loads: listOf(
    yup.object({
      tag: name().required(required),
      powerW: least0().required(required),
      priority: number().min(1, '${path} must be 1 to 9').max(9, '${path} must be 1 to 9').required(required),
      mustStayOn: flag().default(false),
    }),
  ).default([]),
  demandShareOfLimit: number()
    .moreThan(0, '${path} must be above 0')
    .max(1, '${path} must be 1 or less')
    .default(rules.limits.demandShareOfLimit.value),
})

/** The calculations of an outage test from what was logged. */
export const OUTAGE_CODES: Readonly<Record<string, CalcCode>> = {
  'T-7': calc('return of the supply', t7, t7Run),
  'T-15': calc('go or no-go from the live demand', t15, (input) => goNoGo(input as GoNoGoInput)),
  'T-9': calc('overload: what tripped, and whether it came back', t9, t9Run),
}
