import { setWaitS } from '../settings/setWaitS'
import { type Changeover, changeoverOf } from '../outage/run/changeover'
import { verdictAt } from '../evidence/verdictAt'
import { type Bench } from '../evidence/bench'
import { THE_JOB } from '../evidence/family'
import { leavingGap } from '../evidence/families/outageGap'
import { stayedOn } from '../evidence/families/stayedOn'
import { belongsTo } from '../evidence/families'
import { planOfInstallation } from '../plan/planOfInstallation'
import { type VehicleInOutage, vehicleInOutage } from '../plan/vehicleInOutage'
import { formatDuration, formatQuantity } from '../quantity/formatQuantity'

export const CARD_SECTIONS = [
  'notice',
  'staysOn',
  'turnOffFirst',
  'howLong',
  'byHand',
  'vehicle',
  'return',
  'never',
  'shocks',
  'call',
] as const
export type CardSection = (typeof CARD_SECTIONS)[number]

/** The card for the wall: what a household does while the street is dark, from this house's own facts. */
export interface OutageCard {
  house: string
  sections: { id: CardSection; head: string; lines: string[] }[]
}

const HEADS: Readonly<Record<CardSection, string>> = {
  notice: 'How you notice',
  staysOn: 'What stays on',
  turnOffFirst: 'Turn off first',
  howLong: 'How long',
  byHand: 'By hand',
  vehicle: 'The vehicle',
  return: 'When the street is back',
  never: 'Never touch',
  shocks: 'If metal tingles or gives shocks',
  call: 'Whom to call',
}

const hours = (h: number) => formatDuration(h * 3_600_000)

function noticeLines({ judgements }: Bench, manual: boolean): string[] {
  const gap = judgements.get(leavingGap.key(THE_JOB))
  const shown = gap?.verdict === 'proven' || gap?.verdict === 'watch'
  const dark =
    shown && gap?.value ? `The lights went out for ${gap.value} in the test.` : 'The lights may go out for a moment.'
  return manual
    ? ['The house goes dark. Look whether the neighbours are dark as well.']
    : [`${dark} Then look at the street: if the neighbours are dark and you are not, you are on your own supply.`]
}

function staysLines({ points, judgements }: Bench, tags: readonly string[], nameOf: (tag: string) => string): string[] {
  const stays = points.filter((point) => belongsTo(point, stayedOn))
  const proven = (tag: string) =>
    stays.some(({ subject, key }) => subject === tag && ['proven', 'watch'].includes(verdictAt(judgements, key)))
  const shown = tags.filter(proven).map(nameOf)
  const planned = tags.filter((tag) => !proven(tag)).map(nameOf)
  return [
    ...(shown.length > 0 ? [`Seen running in the test: ${shown.join(', ')}.`] : []),
    ...(planned.length > 0 ? [`Planned, and not seen in a test: ${planned.join(', ')}.`] : []),
  ]
}

const VEHICLE_WHEN = {
  afterBattery: ' once the battery is empty',
  beforeBattery: ' before the battery',
  unknown: '',
} as const

/** What a vehicle does for this house; nothing where none gives. */
function vehicleLines(vehicle: VehicleInOutage | null, nameOf: (tag: string) => string): string[] {
  if (vehicle === null) return []
  const { name, givesW, givesWhen, alone } = vehicle
  const gives = `${name} gives up to ${formatQuantity(givesW, 'W', 3)}${VEHICLE_WHEN[givesWhen ?? 'unknown']}, only while the vehicle is plugged in and enabled for it.`
  return [gives, ...(alone === 'exceeds' ? [weakLine(vehicle, nameOf)] : vehicleHours(vehicle))]
}

/** Hours are those of what stays on: of a vehicle that cannot carry it they would be nobody's. */
const vehicleHours = ({ alone, runtime: { runtimeUsualH } }: VehicleInOutage): string[] =>
  alone === 'open' || runtimeUsualH === null
    ? []
    : [`From its usual charge that is about ${hours(runtimeUsualH)} more; it stops at the charge you keep for driving.`]

const weakLine = ({ turnOff }: VehicleInOutage, nameOf: (tag: string) => string): string =>
  turnOff === null
    ? 'It cannot carry what stays on by itself: with the battery empty the house goes dark.'
    : `It is weaker than the battery. Once that is empty, first turn off: ${turnOff.map(nameOf).join(', then ')}.`

/** How the switches are turned in an outage, and back. */
const BY_HAND: Readonly<Record<Changeover, { away: readonly string[]; back: readonly string[] }>> = {
  itself: { away: [], back: [] },
  byHand: {
    away: [
      'Turn everything heavy off. Turn the switch to 0, wait five seconds, then to II. Turn on one thing after the other.',
    ],
    back: ['Turn everything heavy off, turn the switch to 0, wait five seconds, then to I.'],
  },
  eachByHand: {
    away: [
      'Turn every transfer switch to 0, and wait five seconds. Turn one after the other to II, the lightest circuit first.',
    ],
    back: ['Turn every transfer switch to 0, wait five seconds, then turn one after the other to I.'],
  },
}

/**
 * The what-to-do card of a house. Every line rests on its own record: what was seen in the test and what was only planned are told apart, and a section
 * that nothing is known for is left out, but for the ones that keep people safe.
 */
export function outageCard(bench: Bench, facts: { crewName: string }): OutageCard {
  const { installation } = bench.context
  const plan = planOfInstallation(installation)
  const { staying, demand, runtime } = plan
  const nameOf = (tag: string) => installation.loads.find((load) => load.tag === tag)?.name ?? tag
  const manual = installation.chosenSchool === 'manualChangeover'
  const { changeover } = changeoverOf(installation)
  const socket = installation.chosenSchool === 'emergencySocket'
  const day = demand.turnOffDay?.loads ?? null
  const reconnectS = setWaitS(installation)
  const lines: Readonly<Record<CardSection, string[]>> = {
    notice: noticeLines(bench, manual),
    staysOn: staysLines(
      bench,
      staying.loads.map(({ tag }) => tag),
      nameOf,
    ),
    turnOffFirst: [
      ...(staying.off.length > 0 ? [`By night, and without sun: ${staying.off.map(nameOf).join(', then ')}.`] : []),
      ...(day !== null && day.length > 0 ? [`By day, with sun: ${day.map(nameOf).join(', then ')}.`] : []),
    ],
    howLong: [
      ...(runtime.runtimeReserveH !== null
        ? [`At worst, from the reserve: about ${hours(runtime.runtimeReserveH)}.`]
        : []),
      ...(runtime.runtimeFullH !== null ? [`From a full battery: about ${hours(runtime.runtimeFullH)}.`] : []),
      ...(runtime.runtimeReserveH !== null ? ['Worked out for what stays on; less runs longer.'] : []),
    ],
    byHand: socket
      ? ['Plug only what you need into the emergency socket; nothing else in the house has supply.']
      : [...BY_HAND[changeover].away],
    vehicle: vehicleLines(vehicleInOutage(installation, plan), nameOf),
    return:
      changeover === 'itself'
        ? [
            `The house goes back by itself${reconnectS === null ? '' : `, about ${reconnectS} s after the street`}. PV and the charger follow later.`,
          ]
        : [...BY_HAND[changeover].back],
    never: [
      'Boards and covers are for licensed people. Leave alone what has tripped in an outdoor metal board or charger.',
      'Never bridge or hold in a device that trips: it trips to keep somebody alive.',
    ],
    shocks: ['Touch nothing metal, keep everybody away, and call the network operator at once.'],
    call: [`${facts.crewName}: ____________________   Network operator: ____________________`],
  }
  return {
    house: installation.name,
    sections: CARD_SECTIONS.flatMap((id) =>
      lines[id].length === 0 ? [] : [{ id, head: HEADS[id], lines: lines[id] }],
    ),
  }
}
