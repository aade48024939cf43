import * as yup from 'yup'
import { CIRCUIT_USES, EARTHING_SYSTEMS, automaticDisconnection } from '@/core/earthing/automaticDisconnection'
import { type CalcCode, accuracy, calc, choiceOrNull, flag, least0, number, pack, required, text } from './inputFields'

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

/** The calculations of earthing and protection that come with their own schema here. */
export const EARTH_CODES: Readonly<Record<string, CalcCode>> = {
  'E-8': calc('automatic disconnection', e8, (input) =>
    automaticDisconnection(input as Parameters<typeof automaticDisconnection>[0]),
  ),
}
