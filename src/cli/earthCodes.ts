import * as yup from 'yup'
import { CIRCUIT_USES, EARTHING_SYSTEMS, automaticDisconnection } from '@/core/earthing/automaticDisconnection'
import { type ElectrodeAim, electrodeTarget, secondAboveAim } from '@/core/earthing/electrodeTarget'
import {
  BOND_PLACES,
  METAL_SERVICES,
  SUPPLIER_EARTHS,
  SUPPLY_SYSTEMS,
  type IslandEarthing,
  islandEarthingSystem,
} from '@/core/earthing/islandEarthingSystem'
import { type LostNeutralInput, lostNeutral } from '@/core/earthing/lostNeutral'
import { type StandingLeakageInput, standingLeakage } from '@/core/earthing/standingLeakage'
import type { InstrumentAccuracy } from '@/core/quantity/accuracy'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import {
  type CalcCode,
  accuracy,
  blank0,
  calc,
  choiceOrNull,
  flag,
  known,
  least0,
  listOf,
  number,
  oneOf,
  pack,
  required,
  rowsOf,
  text,
} from './inputFields'

/** Dry-season factor where the crew sets none. */
const USUAL_SEASONAL_FACTOR = 1.5

const e8 = yup.object({
  pack: pack(),
  system: oneOf(EARTHING_SYSTEMS),
  circuit: oneOf(CIRCUIT_USES),
  curve: text().nullable().default(null),
  ratedA: blank0(),
  zsGridOhm: blank0(),
  raOhm: blank0(),
  coldConductors: flag().default(false),
  instantaneousMultiple: blank0(),
  instrument: accuracy(),
  rcd: yup
    .object({
      iDeltaNMa: number().moreThan(0, '${path} must be above 0').required(required),
      islandTest: choiceOrNull(['passed', 'failed']),
    })
    .nullable()
    .default(null),
  island: yup
    .object({
      declaredFaultA: blank0(),
      ratedSourceA: blank0(),
      measuredFaultA: blank0(),
      zsIslandOhm: blank0(),
      shutdownS: blank0(),
      shutdownLimitS: least0().required(required),
    })
    .required(required),
})

const SCHOOL_TARGETS: Readonly<Record<string, number>> = { stable: 200, house100: 100, house50: 50, house20: 20 }
const ELECTRODE_SCHOOLS = [...Object.keys(SCHOOL_TARGETS), 'array', 'secondAbove25']
const e4 = yup.object({
  pack: pack(),
  school: choiceOrNull(ELECTRODE_SCHOOLS),
  designOhm: blank0(),
  electrodeCount: blank0(),
  resistanceOhm: number().nullable().default(null),
  instrument: accuracy(),
  seasonalFactor: number().min(1, '${path} must be 1 or more').nullable().default(null),
  iDeltaNMa: yup
    .mixed<number | 'none'>()
    .nullable()
    .default(null)
    .test(
      'residual',
      '${path} must be a number above 0 or none',
      (value) => value == null || value === 'none' || (typeof value === 'number' && value > 0),
    ),
  touchLimitV: blank0(),
})

/** What a school of E-4 holds an electrode against. */
function aimOfSchool({ pack: packId, school, designOhm, electrodeCount }: yup.InferType<typeof e4>): ElectrodeAim {
  if (school === 'secondAbove25') return secondAboveAim(RULE_PACKS[packId as RulePackId].limits, electrodeCount)
  return { kind: 'ohm', targetOhm: school === 'array' ? designOhm : (SCHOOL_TARGETS[school ?? ''] ?? null) }
}

const e5 = yup.object({
  pack: pack(),
  loadW: blank0(),
  loadsW: rowsOf(least0().nullable().defined(), 3)
    .min(2, '${path} holds one load a phase, two or three')
    .nullable()
    .default(null)
    .test('phases', '', (loadsW, { parent, createError }) => {
      const { phases } = RULE_PACKS[(parent as { pack: RulePackId }).pack] ?? {}
      if (loadsW == null || phases === undefined || loadsW.length === phases.length) return true
      return createError({ message: `\${path} holds one load for each phase: ${phases.join(', ')}` })
    }),
  raOhm: blank0(),
  electrode: choiceOrNull(['none']),
  limitV: number().moreThan(0, '${path} must be above 0').required(required),
  instrument: accuracy(),
})

/** E-5 of one load gives the load's own resistance beside the rest. */
function lostNeutralOf({
  pack: packId,
  loadW,
  loadsW,
  raOhm,
  electrode,
  limitV,
  instrument,
}: yup.InferType<typeof e5>) {
  const { nominalV } = RULE_PACKS[packId as RulePackId]
  const found = lostNeutral({
    nominalV,
    loadsW: (loadsW as (number | null)[] | null) ?? [loadW],
    raOhm: raOhm ?? (electrode as 'none' | null),
    limitV,
    instrument,
  } satisfies LostNeutralInput)
  return { loadOhm: loadsW === null && loadW ? nominalV ** 2 / loadW : null, ...found }
}

const wholeOrNull = () => least0().integer('${path} must be a whole number').nullable().default(null)
const e7 = yup.object({
  bonds: listOf(oneOf(BOND_PLACES), BOND_PLACES.length).nullable().default(null),
  supplySystem: choiceOrNull(SUPPLY_SYSTEMS),
  supplierEarth: choiceOrNull(SUPPLIER_EARTHS),
  electrode: known(),
  metalServices: choiceOrNull(METAL_SERVICES),
  partingRated: known(),
  partingPermitted: known(),
  makerFloating: known(),
  insulationMonitor: known(),
  designerNote: known(),
  circuits: wholeOrNull(),
  sockets: wholeOrNull(),
})

const above0 = () => number().moreThan(0, '${path} must be above 0').required(required)
const e10 = yup.object({
  groups: listOf(yup.object({ iDeltaNMa: above0(), cleanReturns: wholeOrNull() }), 100)
    .min(1, '${path} must hold one device at least')
    .required(required),
  circuits: listOf(
    yup.object({
      id: text().required(required),
      leakageMa: blank0(),
      group: least0().integer('${path} must be a whole number').required(required),
      safety: flag().default(false),
    }),
  ).required(required),
  transientFactor: number().min(1, '${path} must be 1 or more').required(required),
  newGroupMa: above0(),
})

/** The calculations of earthing and protection that come with their own schema here. */
export const EARTH_CODES: Readonly<Record<string, CalcCode>> = {
  'E-4': calc('electrode against its target and the touch voltage', e4, (input) =>
    electrodeTarget({
      aim: aimOfSchool(input),
      resistanceOhm: input.resistanceOhm,
      instrument: input.instrument as InstrumentAccuracy | null,
      seasonalFactor: input.seasonalFactor ?? USUAL_SEASONAL_FACTOR,
      iDeltaNMa: input.iDeltaNMa as number | 'none' | null,
      touchLimitV: input.touchLimitV ?? RULE_PACKS[input.pack as RulePackId].limits.touchVoltageMax.value,
    }),
  ),
  'E-5': calc('touch voltage when a combined supply loses its neutral', e5, lostNeutralOf),
  'E-7': calc('earthing system in island mode', e7, (input) => islandEarthingSystem(input as IslandEarthing)),
  'E-10': calc('standing leakage and regrouping', e10, (input) =>
    standingLeakage(input as StandingLeakageInput, RULE_PACKS['iec-1ph-230'].limits),
  ),
  'E-8': calc('automatic disconnection', e8, (input) =>
    automaticDisconnection(input as Parameters<typeof automaticDisconnection>[0]),
  ),
}
