import * as yup from 'yup'
import { CIRCUIT_USES, EARTHING_SYSTEMS, automaticDisconnection } from '@/core/earthing/automaticDisconnection'
import { type ElectrodeAim, electrodeTarget, secondAboveAim } from '@/core/earthing/electrodeTarget'
import type { InstrumentAccuracy } from '@/core/quantity/accuracy'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import { type CalcCode, accuracy, calc, choiceOrNull, flag, least0, number, pack, required, text } from './inputFields'

/** Dry-season factor where the crew sets none. */
const USUAL_SEASONAL_FACTOR = 1.5

const blank0 = () => least0().nullable().default(null)
const oneOf = <T extends string>(options: readonly T[]) =>
  text()
    .oneOf(options, `\${path} must be one of ${options.join(', ')}`)
    .required(required)

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
  'E-8': calc('automatic disconnection', e8, (input) =>
    automaticDisconnection(input as Parameters<typeof automaticDisconnection>[0]),
  ),
}
