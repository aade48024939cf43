import * as yup from 'yup'
import { IN_ISLAND, chargerSides } from '@/core/wiring/chargerSide'
import { ctSense } from '@/core/wiring/ctSense'
import { isolationSet } from '@/core/wiring/isolationSet'
import { positionCheck } from '@/core/wiring/positionCheck'
import { graphSchema } from '@/schemas/installationGraph'
import { type CalcCode, calc, choiceOrNull, known, least0, listOf, number, pack, required, text } from './inputFields'

const installation = graphSchema.required(required)
const w1 = yup.object({ installation })
const w2 = yup.object({ installation, target: text().max(60).required(required) })
const w5 = yup.object({
  steps: listOf(
    yup.object({ appliedW: number().required(required), meterW: number().required(required) }),
    10_000,
  ).required(required),
  meterNoiseW: least0().required(required),
})

const watts = () => least0().nullable().default(null)
const onPhases = () => yup.mixed<Record<string, number | null>>().required(required)
const w6 = yup.object({
  pack: pack(),
  chargerW: watts(),
  chargerMinW: watts(),
  chargerPhase: text().oneOf(['L1', 'L2', 'L3', 'all'], '${path} must be L1, L2, L3 or all').required(required),
  houseW: onPhases(),
  backedW: onPhases(),
  nightLimitW: watts(),
  phaseLimitW: yup.mixed<Record<string, number>>().nullable().default(null),
  ratingA: watts(),
  gatewayA: watts(),
  availableWh: watts(),
  standbyW: least0().default(0),
  demandShare: watts(),
  inIsland: choiceOrNull(IN_ISLAND),
  managed: known(),
  scheduled: known(),
  planned: choiceOrNull(['grid', 'island']),
})

/** The calculations on the wiring graph. */
export const WIRE_CODES: Readonly<Record<string, CalcCode>> = {
  'W-1': calc('position check', w1, (input) => positionCheck(input.installation)),
  'W-2': calc('isolation finder', w2, (input) => isolationSet(input.installation, input.target)),
  'W-6': calc('vehicle charger on either side', w6, (input) =>
    chargerSides(input as Parameters<typeof chargerSides>[0]),
  ),
  'W-5': calc('current transformer sense', w5, (input) => ctSense(input as Parameters<typeof ctSense>[0])),
}
