import type { Installation } from '../../installation/installation'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { type BalanceTest, balanceTest } from '../../settings/balanceTest'
import { type ForcedPower, forcedPower } from '../../settings/forcedPower'
import type { PointFamily } from '../family'
import type { EvidenceContext, Judgement, Slot } from '../point'
import { type SlotReadings, slotReadings } from '../slotReadings'

type BalanceKind = 'surplus' | 'cover'
type ForcedKind = 'forcedCharge' | 'forcedDischarge'
export type WorkingTest = BalanceKind | ForcedKind

const watts = (id: string, label: string, head: string): Slot => ({
  id,
  label,
  path: [head, id],
  input: { kind: 'quantity', unit: 'W', measures: null, signed: true },
})

/** A test as the crew knows it. */
interface TestWords {
  label: string
  why: string
  /** First word on the quick line. */
  head: string
}
const WORDS: Readonly<Record<WorkingTest, TestWords>> = {
  surplus: {
    label: 'Surplus PV charges the battery',
    why: 'What the roof gives too much goes into the battery, and not to the street.',
    head: 'surplus',
  },
  cover: {
    label: 'A load above PV is covered by the battery',
    why: 'The battery steers by its meter: a load that comes is carried, and the street gives next to nothing.',
    head: 'cover',
  },
  forcedCharge: {
    label: 'Charges as commanded',
    why: 'A power that is set is reached within 5 %, or something holds it back.',
    head: 'charge',
  },
  forcedDischarge: {
    label: 'Discharges as commanded',
    why: 'A power that is set is reached within 5 %, or something holds it back.',
    head: 'discharge',
  },
}

export const isForced = (test: WorkingTest): test is ForcedKind => test === 'forcedCharge' || test === 'forcedDischarge'

/** What a stretch of a log or of live values leaves: how long it was, and of a balance its worst minute. */
export const LASTED_SLOT = 'lasted'
export const WORST_SLOT = 'worst'
const lasted = (head: string): Slot => ({
  id: LASTED_SLOT,
  label: 'Watched for',
  path: [head, LASTED_SLOT],
  input: { kind: 'quantity', unit: 's', measures: null },
})

function slotsOf(test: WorkingTest): Slot[] {
  const { head } = WORDS[test]
  if (isForced(test))
    return [watts('set', 'Power that was set', head), watts('battery', 'Battery, discharge +', head), lasted(head)]
  return [
    watts('pv', 'PV', head),
    watts('load', 'Load', head),
    watts('battery', 'Battery, discharge +', head),
    watts('grid', 'Street, import +', head),
    {
      id: 'soc',
      label: 'State of charge',
      path: [head, 'soc'],
      input: { kind: 'quantity', unit: '%', measures: null, usual: { min: 0, max: 100 } },
    },
    watts(WORST_SLOT, 'Left over in the worst minute', head),
    lasted(head),
  ]
}

const WINDOW_SOURCES: readonly unknown[] = ['log', 'live']

/** How long a stretch was, where every figure came out of it; `null` for what somebody typed, be it one figure of several. */
function lastedOf(slots: SlotReadings, figures: readonly string[]): number | null {
  const fromStretch = [...figures, LASTED_SLOT].every((id) =>
    WINDOW_SOURCES.includes(slots.reading(id)?.detail?.source),
  )
  return fromStretch ? slots.number(LASTED_SLOT) : null
}

export const hasPv = ({ sources, components }: Installation): boolean =>
  sources.pvAc.length > 0 ||
  // a unit whose own PV nobody has stated may have some: it is asked
  sources.units.some(({ pvDcW }) => pvDcW === null || pvDcW > 0) ||
  components.some(({ kind }) => kind === 'pv')
const hasBattery = ({ sources, components }: Installation): boolean =>
  sources.units.length > 0 || components.some(({ kind }) => kind === 'battery')

/** Limit that the plan sets, in watts; `null` where it sets none. */
const plannedW = ({ installation }: EvidenceContext, key: string): number | null =>
  installation.settings.find((setting) => setting.key === key)?.value ?? null

function balanceWords({ verdict, residualW, limitedBy }: BalanceTest, test: BalanceKind): string {
  if (residualW === null)
    return 'Watch it live, judge it in a log, or type all four powers of one moment with their signs.'
  const street = `${formatQuantity(residualW, 'W', 3)} ${test === 'surplus' ? 'went to' : 'came from'} the street`
  switch (verdict) {
    case 'open':
      return `${street}, but the moment cannot show it: too little sun or load, a full or empty battery, or no limit in the plan.`
    case 'stop':
      return `${street}, and the battery could have done more. Look at its meter and its mode.`
    case 'watch':
      return limitedBy === null
        ? `${street} at that moment. A log of two minutes proves it.`
        : `${street}: the battery stood at its ${limitedBy === 'chargeLimit' ? 'charging' : 'discharging'} limit.`
    case 'proven':
      return `${street}.`
  }
}

function judgeBalance(test: BalanceKind, slots: SlotReadings, context: EvidenceContext): Judgement {
  const socPercent = slots.number('soc')
  const pair = {
    pvW: slots.number('pv'),
    loadW: slots.number('load'),
    batteryW: slots.number('battery'),
    gridW: slots.number('grid'),
    soc: socPercent === null ? null : socPercent / 100,
  }
  const limit = context.pack.limits.workingResidualMax
  const lastedS = lastedOf(slots, ['pv', 'load', 'battery', 'grid', WORST_SLOT])
  const found = balanceTest(
    {
      kind: test,
      log: null,
      pair,
      window: lastedS === null ? null : { ...pair, residualW: slots.number(WORST_SLOT), lastedS },
      chargeLimitW: plannedW(context, 'chargeLimitW'),
      dischargeLimitW: plannedW(context, 'dischargeLimitW'),
      fullSoc: null,
      floorSoc: context.installation.sources.floorSoc,
      residualLimitW: null,
    },
    context.pack.limits,
  )
  return {
    code: 'T-11',
    verdict: found.verdict,
    value: found.residualW === null ? null : `${formatQuantity(found.residualW, 'W', 3)} left over`,
    limit: `≤ ${formatQuantity(limit.value, 'W')}`,
    basis: limit.basis,
    why: balanceWords(found, test),
  }
}

function forcedWords({ verdict, reachedPercent }: ForcedPower, overMinute: boolean): string {
  if (reachedPercent === null) return 'The power that was set, and what the battery then did.'
  const share = `${formatNumber(reachedPercent, 3)} % of what was set`
  return verdict === 'stop'
    ? `${share}: something holds it back, or it goes the other way.`
    : `${share}, ${overMinute ? 'over its minute' : 'at that moment'}.`
}

function judgeForced(test: ForcedKind, slots: SlotReadings): Judgement {
  const setW = slots.number('set')
  const lastedS = lastedOf(slots, ['battery'])
  const found = forcedPower({
    kind: test,
    log: null,
    pair: { batteryW: slots.number('battery') },
    window: lastedS === null ? null : { batteryW: slots.number('battery'), lastedS },
    setW: setW === null ? null : Math.abs(setW),
  })
  return {
    code: 'T-11',
    verdict: found.verdict,
    value: found.reachedW === null ? null : formatQuantity(found.reachedW, 'W', 3),
    limit: '95 to 105 % of what was set',
    basis: 'T-11: forced power.',
    why: forcedWords(found, lastedS !== null),
  }
}

/**
 * T-11: the battery works with the street there. A stretch of a log or of live values can prove it, by its worst minute; one moment read off a display
 * shows no minute and is Watch at best.
 */
export const workingTests: PointFamily<WorkingTest> = {
  id: 'workingTests',
  since: '2026-11-27',
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: 'firstLive',
  restsOn: ['inverter', 'gateway', 'battery', 'meter'],
  proves: [],
  things: (installation) => {
    if (!hasBattery(installation)) return []
    const surplus: WorkingTest[] = hasPv(installation) ? ['surplus'] : []
    return [...surplus, 'cover', 'forcedCharge', 'forcedDischarge']
  },
  key: (test) => `settings.test.${test}`,
  point: (test) => ({
    subject: test,
    label: WORDS[test].label,
    why: WORDS[test].why,
    slots: slotsOf(test),
    fullOnly: true,
  }),
  judge: (point, context) => {
    const test = point.thing
    const slots = slotReadings(point, context)
    return isForced(test) ? judgeForced(test, slots) : judgeBalance(test, slots, context)
  },
}
