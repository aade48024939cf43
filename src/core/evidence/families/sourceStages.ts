import type { Verdict } from '../../rules/verdict'
import { formatNumber } from '../../quantity/formatQuantity'
import type { Installation } from '../../installation/installation'
import type { SurveyItem } from '../../installation/survey'
import { givingVehicles } from '../../plan/vehicleInOutage'
import { type OutageStage, stagesOf } from '../../settings/sourcesInOutage'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const SEEN = 'seen'
const FLOOR = 'floor'
const LATE: OutageStage = 'late'
const OF_A_VEHICLE: readonly OutageStage[] = ['late', 'floor', 'away']

/** A stage as it is asked about: what has to be seen, and what it means where it was not so. */
const STAGES: Readonly<Record<OutageStage, { label: string; why: string; asked: string; yes: string; no: string }>> = {
  night: {
    label: 'Night: the battery carries what stays on, without the sun',
    why: 'A sunny test day hides a battery that cannot carry the night.',
    asked: 'With PV parted, did it carry what stays on?',
    yes: 'It carried what stays on without the sun.',
    no: 'It did not carry what stays on: the plan promises what the battery cannot give.',
  },
  dawn: {
    label: 'Dawn: PV comes in beside the battery',
    why: 'An outage that lasts longer than a night lives on the sun coming back.',
    asked: 'Did PV come in while the house was an island?',
    yes: 'PV came in while the house was on its own.',
    no: 'PV did not come in: a long outage ends with the first night.',
  },
  late: {
    label: 'Late: the vehicle is plugged in during the outage',
    why: 'It is on the road when the street goes: the house must take it in as it comes home.',
    asked: 'Plugged in while the house was on its own: did it begin to give, with nothing tripped?',
    yes: 'It was plugged in during the outage, and gave.',
    no: 'It did not give, or something tripped: it counts only where it was plugged in before.',
  },
  floor: {
    label: 'Floor: the vehicle stops giving where its owner wants it to',
    why: 'Somebody has to drive in the morning.',
    asked: 'Did it stop giving by itself at that charge?',
    yes: 'It stopped giving by itself.',
    no: 'It went on giving below the charge that its owner keeps.',
  },
  away: {
    label: 'Away: the vehicle is unplugged while it gives',
    why: 'It leaves when it leaves: the house must not go dark with it.',
    asked: 'Unplugged while it gave: did what stays on stay on?',
    yes: 'What stays on stayed on without the vehicle.',
    no: 'The house went dark with the vehicle.',
  },
}

/** One stage of an outage: of the house, or of one of the vehicles that give to it. */
export interface StageOfSource {
  stage: OutageStage
  vehicle: SurveyItem<'vehicleCharger'> | null
  /** Short name of a vehicle that stands beside the first, which needs none. */
  beside: string | null
}

const pathOf = ({ stage, beside }: StageOfSource, ...more: string[]): string[] => [
  'source',
  ...(beside === null ? [] : [beside]),
  ...(more.length === 0 ? [stage] : more),
]

const seenSlot = (thing: StageOfSource): Slot => ({
  id: SEEN,
  label: STAGES[thing.stage].asked,
  path: pathOf(thing),
  input: { kind: 'word', words: { yes: ['yes', 'y', 'ok'], no: ['no', 'n'] } },
})
const floorSlot = (thing: StageOfSource): Slot => ({
  id: FLOOR,
  label: 'Floor as it is set',
  path: pathOf(thing, 'set'),
  input: { kind: 'quantity', unit: '%', measures: null },
})

/** Whether the floor that is set keeps what the owner was promised (S-4). */
function floorVerdict(slots: SlotReadings, vehicle: StageOfSource['vehicle']): { verdict: Verdict; why: string } {
  const agreedSoc = vehicle?.detail.agreedFloorSoc ?? null
  const setPercent = slots.number(FLOOR)
  if (agreedSoc === null) return { verdict: 'open', why: 'Which charge its owner keeps is not agreed.' }
  if (setPercent === null) return { verdict: 'open', why: 'Read the floor off the vehicle or its charger.' }
  const figures = `It is set to stop at ${formatNumber(setPercent, 3)} %; ${formatNumber(100 * agreedSoc, 3)} % was agreed.`
  return { verdict: setPercent >= 100 * agreedSoc ? 'proven' : 'stop', why: figures }
}

function judged(point: Point<StageOfSource>, context: EvidenceContext): Judgement {
  const slots = slotReadings(point, context)
  const { stage, vehicle } = point.thing
  const { yes, no, asked } = STAGES[stage]
  const seen = slots.word(SEEN)
  const common = { code: 'S-4', value: seen, limit: null, basis: 'Each stage of an outage is tried, or it is Open.' }
  const floor = stage === 'floor' ? floorVerdict(slots, vehicle) : null
  if (seen === 'no') return { ...common, verdict: 'stop', why: no }
  if (floor?.verdict === 'stop') return { ...common, verdict: 'stop', why: floor.why }
  if (seen === null) return { ...common, verdict: 'open', why: asked }
  if (floor?.verdict === 'open') return { ...common, verdict: 'open', why: floor.why }
  return afterCalibration({ ...common, verdict: 'proven', why: floor === null ? yes : `${yes} ${floor.why}` }, slots)
}

const keyOf = ({ stage, beside }: StageOfSource): string =>
  beside === null ? `settings.source.${stage}` : `settings.source.${beside}.${stage}`

/** What the families of stages have in common; they differ in which stages they ask for, and since when. */
const STAGE_FAMILY = {
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: 'firstIsland',
  restsOn: ['inverter', 'battery', 'gateway'],
  proves: [],
  key: keyOf,
  point: (thing: StageOfSource) => ({
    subject: thing.stage,
    label: thing.beside === null ? STAGES[thing.stage].label : `${thing.vehicle?.name}: ${STAGES[thing.stage].label}`,
    why: STAGES[thing.stage].why,
    slots: thing.stage === 'floor' ? [floorSlot(thing), seenSlot(thing)] : [seenSlot(thing)],
    fullOnly: true,
  }),
  judge: judged,
} satisfies Omit<PointFamily<StageOfSource>, 'id' | 'since' | 'things'>

/** The stages of the house, with the first vehicle where one gives. */
function stagesWithFirst(installation: Installation): StageOfSource[] {
  const [vehicle = null] = givingVehicles(installation)
  return stagesOf(installation).map((stage) => ({ stage, vehicle, beside: null }))
}

/** S-4: each stage that an outage comes to, tried or Open. */
export const sourceStages: PointFamily<StageOfSource> = {
  ...STAGE_FAMILY,
  id: 'sourceStages',
  since: '2026-11-28',
  things: (installation) => stagesWithFirst(installation).filter(({ stage }) => stage !== LATE),
}

/** S-4: a vehicle that comes home during the outage. */
export const vehicleLate: PointFamily<StageOfSource> = {
  ...STAGE_FAMILY,
  id: 'vehicleLate',
  since: '2026-11-30',
  things: (installation) => stagesWithFirst(installation).filter(({ stage }) => stage === LATE),
}

/** S-4 of every further vehicle that gives: each has its own owner, its own floor and its own way of going. */
export const furtherVehicles: PointFamily<StageOfSource> = {
  ...STAGE_FAMILY,
  id: 'furtherVehicles',
  since: '2026-11-30',
  things: (installation) =>
    givingVehicles(installation)
      .slice(1)
      .flatMap((vehicle) =>
        stagesOf(installation)
          .filter((stage) => OF_A_VEHICLE.includes(stage))
          .map((stage) => ({ stage, vehicle, beside: vehicle.tag })),
      ),
}

/** The slot of a stage that says what was seen, and the key of its point. */
export const STAGE_SEEN_SLOT = SEEN
export const lateKey = keyOf({ stage: LATE, vehicle: null, beside: null })
