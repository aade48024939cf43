import * as yup from 'yup'
import { IN_ISLAND, chargerSides } from '@/core/wiring/chargerSide'
import { circuitBalance, type CircuitBalanceInput } from '@/core/plan/circuitBalance'
import { RULE_PACKS } from '@/core/rules/packs'
import { ctSense } from '@/core/wiring/ctSense'
import { energisingSequence } from '@/core/wiring/energisingSequence'
import { isolationSet } from '@/core/wiring/isolationSet'
import { positionCheck } from '@/core/wiring/positionCheck'
import { graphSchema } from '@/schemas/installationGraph'
import {
  type CalcCode,
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
  share,
  text,
  wordsOf,
} from './inputFields'

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

const onPhases = () => yup.mixed<Record<string, number | null>>().required(required)
const w6 = yup.object({
  pack: pack(),
  chargerW: blank0(),
  chargerMinW: blank0(),
  chargerPhase: text().oneOf(['L1', 'L2', 'L3', 'all'], '${path} must be L1, L2, L3 or all').required(required),
  houseW: onPhases(),
  backedW: onPhases(),
  nightLimitW: blank0(),
  phaseLimitW: yup.mixed<Record<string, number>>().nullable().default(null),
  ratingA: blank0(),
  gatewayA: blank0(),
  availableWh: blank0(),
  standbyW: least0().default(0),
  demandShare: blank0(),
  inIsland: choiceOrNull(IN_ISLAND),
  managed: known(),
  scheduled: known(),
  planned: choiceOrNull(['grid', 'island']),
})

const PHASE_OF_PACK = ['L1', 'L2', 'L3'] as const
const w8 = yup.object({
  pack: pack(),
  targetBoard: text().required(required),
  circuits: listOf(
    yup.object({
      tag: text().required(required),
      boardTag: text().required(required),
      phase: oneOf([...PHASE_OF_PACK, 'all']),
      loadW: blank0(),
      backedUp: flag().required(required),
      phaseFixed: flag().nullable().default(false),
    }),
    200,
  ).required(required),
  feedable: wordsOf(oneOf(PHASE_OF_PACK), 3).nullable().default(null),
  limitW: yup.mixed<Record<string, number | null>>().nullable().default(null),
  demandShare: share().nullable().default(null),
})

function w7Run(installation: Parameters<typeof energisingSequence>[0]) {
  const { refused, steps, back } = energisingSequence(installation, positionCheck(installation))
  return {
    refused,
    steps: steps.map(({ positions: _, ...step }) => step),
    back,
    verdict: refused === null ? null : 'stop',
  }
}

function w8Run({ pack: id, ...input }: yup.InferType<typeof w8>) {
  const { phases, limits } = RULE_PACKS[id]
  const demandShare = input.demandShare ?? limits.demandShareOfLimit.value
  return circuitBalance({ ...input, phases, demandShare } as CircuitBalanceInput)
}

/** The calculations on the wiring graph. */
export const WIRE_CODES: Readonly<Record<string, CalcCode>> = {
  'W-1': calc('position check', w1, (input) => positionCheck(input.installation)),
  'W-2': calc('isolation finder', w2, (input) => isolationSet(input.installation, input.target)),
  'W-7': calc('energising order', w1, (input) => w7Run(input.installation)),
  'W-8': calc('circuits that change boards, shared out over the phases', w8, w8Run),
  'W-6': calc('vehicle charger on either side', w6, (input) =>
    chargerSides(input as Parameters<typeof chargerSides>[0]),
  ),
  'W-5': calc('current transformer sense', w5, (input) => ctSense(input as Parameters<typeof ctSense>[0])),
}
