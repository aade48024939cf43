import * as yup from 'yup'
import { ctSense } from '@/core/wiring/ctSense'
import { isolationSet } from '@/core/wiring/isolationSet'
import { positionCheck } from '@/core/wiring/positionCheck'
import { graphSchema } from '@/schemas/installationGraph'
import { type CalcCode, calc, least0, listOf, number, required, text } from './inputFields'

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

/** The calculations on the wiring graph. */
export const WIRE_CODES: Readonly<Record<string, CalcCode>> = {
  'W-1': calc('position check', w1, (input) => positionCheck(input.installation)),
  'W-2': calc('isolation finder', w2, (input) => isolationSet(input.installation, input.target)),
  'W-5': calc('current transformer sense', w5, (input) => ctSense(input as Parameters<typeof ctSense>[0])),
}
