import { fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import type { School } from '../plan/changeoverLoad'
import { PARKED_STEPS } from '../evidence/families/parkedOvernight'
import type { CommissioningStep } from '../settings/commissioning'

/** What making safe takes before everybody leaves, in minutes, where the crew's day has no isolation to go by: lock off, label, look, tell. */
const USUAL_SAFE_MIN = 20
/** What telling the household and the labels take beside the isolation. */
const TELLING_MIN = 10

/** The time there is for commissioning, in minutes after midnight of the day. */
export interface TimeBox {
  /** First and last minute at which somebody licensed is there. */
  fromMin: number
  untilMin: number
  /** What making the house safe takes. */
  safeMin: number
  /** When commissioning is given up, done or not. */
  stopAtMin: number
  /** What the steps that are not done usually take together. */
  needsMin: number
  /** The latest beginning from which all of it usually fits. */
  beginByMin: number
  /** The last step that usually is done before the box ends, from now on; `null` where none is, or where now is another day. */
  reaches: CommissioningStep | null
  /** Whether all of it usually fits from now on; `null` where now is another day. */
  fits: boolean | null
}

/**
 * The safe time box of commissioning (S-5, F-5): it ends early enough to leave the house safe while somebody licensed is still there.
 *
 * @param left steps that are not done, in their order, with what each usually takes
 * @param nowMin minutes after midnight; `null` on another day
 * @returns `null` where nobody licensed is planned for the day: then nobody knows when it ends
 * @example
 * timeBoxOf(installation, [{ step: 'pairing', minutes: 10 }], 14 * 60) // with a licensed person until 16:00 => { stopAtMin: 930, fits: true, … }
 */
export function timeBoxOf(
  { fit }: Pick<Installation, 'fit'>,
  left: readonly { step: CommissioningStep; minutes: number }[],
  nowMin: number | null,
): TimeBox | null {
  const licensed = fitOf(fit, 'person').filter(({ detail }) => detail.licensed)
  if (licensed.length === 0) return null
  const isolation = fitOf(fit, 'task').find(({ detail }) => detail.template === 'isolate')
  const untilMin = Math.max(...licensed.map(({ detail }) => detail.toMin))
  const safeMin = (isolation?.detail.minutes ?? USUAL_SAFE_MIN) + TELLING_MIN
  const stopAtMin = untilMin - safeMin
  const needsMin = left.reduce((sum, { minutes }) => sum + minutes, 0)
  let reaches: CommissioningStep | null = null
  if (nowMin !== null) {
    let at = nowMin
    for (const { step, minutes } of left) {
      at += minutes
      if (at > stopAtMin) break
      reaches = step
    }
  }
  return {
    fromMin: Math.min(...licensed.map(({ detail }) => detail.fromMin)),
    untilMin,
    safeMin,
    stopAtMin,
    needsMin,
    beginByMin: stopAtMin - needsMin,
    reaches,
    fits: nowMin === null ? null : nowMin + needsMin <= stopAtMin,
  }
}

/** How each way of changing over is left when commissioning is not finished. */
const CHANGEOVER_LEFT: Readonly<Record<School, string>> = {
  automaticWholeHome: 'Gateway: house fed by the street through its bypass, island operation disabled.',
  automaticWithShedding: 'Gateway: house fed by the street through its bypass, island operation disabled.',
  manualChangeover: 'Changeover switch on the street and locked there.',
  emergencySocket: 'Emergency socket switched off and labelled: it gives nothing.',
}

/** The state a house is left in when the time box has run out: what is told of it, and by what it is shown (F-5). */
export function safeStateOf({
  chosenSchool,
  components,
}: Pick<Installation, 'chosenSchool' | 'components'>): readonly string[] {
  const hasPv = components.some(({ kind }) => kind === 'pv')
  return [
    chosenSchool === null
      ? 'The changeover is not chosen: the house stays on the street as it was found.'
      : CHANGEOVER_LEFT[chosenSchool],
    `${PARKED_STEPS.locks}.`,
    ...(hasPv ? [`${PARKED_STEPS.pv}.`] : []),
    `${PARKED_STEPS.covers}.`,
    'The household is told that there is no backup yet, and whom to call.',
  ]
}
