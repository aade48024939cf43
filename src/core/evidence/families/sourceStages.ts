import type { Verdict } from '../../rules/verdict'
import { formatNumber } from '../../quantity/formatQuantity'
import { givingVehicle } from '../../plan/vehicleInOutage'
import { type OutageStage, stagesOf } from '../../settings/sourcesInOutage'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const SEEN = 'seen'
const FLOOR = 'floor'
const LATE: OutageStage = 'late'

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

const seenSlot = (stage: OutageStage): Slot => ({
  id: SEEN,
  label: STAGES[stage].asked,
  path: ['source', stage],
  input: { kind: 'word', words: { yes: ['yes', 'y', 'ok'], no: ['no', 'n'] } },
})
const floorSlot: Slot = {
  id: FLOOR,
  label: 'Floor as it is set',
  path: ['source', 'set'],
  input: { kind: 'quantity', unit: '%', measures: null },
}

/** Whether the floor that is set keeps what the owner was promised (S-4). */
function floorVerdict(slots: SlotReadings, { installation }: EvidenceContext): { verdict: Verdict; why: string } {
  const agreedSoc = givingVehicle(installation)?.detail.agreedFloorSoc ?? null
  const setPercent = slots.number(FLOOR)
  if (agreedSoc === null) return { verdict: 'open', why: 'Which charge its owner keeps is not agreed.' }
  if (setPercent === null) return { verdict: 'open', why: 'Read the floor off the vehicle or its charger.' }
  const figures = `It is set to stop at ${formatNumber(setPercent, 3)} %; ${formatNumber(100 * agreedSoc, 3)} % was agreed.`
  return { verdict: setPercent >= 100 * agreedSoc ? 'proven' : 'stop', why: figures }
}

function judged(point: Point<OutageStage>, context: EvidenceContext): Judgement {
  const slots = slotReadings(point, context)
  const { yes, no, asked } = STAGES[point.thing]
  const seen = slots.word(SEEN)
  const common = { code: 'S-4', value: seen, limit: null, basis: 'Each stage of an outage is tried, or it is Open.' }
  const floor = point.thing === 'floor' ? floorVerdict(slots, context) : null
  if (seen === 'no') return { ...common, verdict: 'stop', why: no }
  if (floor?.verdict === 'stop') return { ...common, verdict: 'stop', why: floor.why }
  if (seen === null) return { ...common, verdict: 'open', why: asked }
  if (floor?.verdict === 'open') return { ...common, verdict: 'open', why: floor.why }
  return afterCalibration({ ...common, verdict: 'proven', why: floor === null ? yes : `${yes} ${floor.why}` }, slots)
}

/** What the families of stages have in common; they differ in which stages they ask for, and since when. */
const STAGE_FAMILY = {
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: 'firstIsland',
  restsOn: ['inverter', 'battery', 'gateway'],
  proves: [],
  key: (stage: OutageStage) => `settings.source.${stage}`,
  point: (stage: OutageStage) => ({
    subject: stage,
    label: STAGES[stage].label,
    why: STAGES[stage].why,
    slots: stage === 'floor' ? [floorSlot, seenSlot(stage)] : [seenSlot(stage)],
    fullOnly: true,
  }),
  judge: judged,
} satisfies Omit<PointFamily<OutageStage>, 'id' | 'since' | 'things'>

/** S-4: each stage that an outage comes to, tried or Open. */
export const sourceStages: PointFamily<OutageStage> = {
  ...STAGE_FAMILY,
  id: 'sourceStages',
  since: '2026-11-28',
  things: (installation) => stagesOf(installation).filter((stage) => stage !== LATE),
}

/** S-4: a vehicle that comes home during the outage. */
export const vehicleLate: PointFamily<OutageStage> = {
  ...STAGE_FAMILY,
  id: 'vehicleLate',
  since: '2026-11-30',
  things: (installation) => stagesOf(installation).filter((stage) => stage === LATE),
}

/** The slot of a stage that says what was seen, and the key of its point. */
export const STAGE_SEEN_SLOT = SEEN
export const lateKey = vehicleLate.key(LATE)
