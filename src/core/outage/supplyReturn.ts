import { atLeast, atMost } from '../quantity/tolerance'
import type { RulePack } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { type PvReturn, type PvReturnInput, pvReturn } from './pvReturn'
import { type RideThroughClass, classKept, rideThroughClass } from './rideThrough'

/** What was seen on the way back: the street at the gateway, the house on it, its gaps, and devices that tripped. Other kinds are passed over. */
export interface ReturnEvent {
  timeS: number
  kind: string
  /** Device of a trip or a reset. */
  id?: string | null
}

export interface SupplyReturnInput {
  events: readonly ReturnEvent[]
  /** Whether somebody, or a recorder, watched for a second gap. */
  gapWatched: boolean | null
  /** The shortest gap the evidence can show. */
  resolutionMs: number | null
  promisedClass: RideThroughClass | null
  /** The network's least wait before the house may come back, and the longest that is usual. */
  waitMinS: number | null
  waitMaxS: number | null
  tripsChecked: boolean | null
  pv: Omit<PvReturnInput, 'reconnectS'> | null
  /** Whether the charger came back; `none`: there is none. */
  chargerBack: boolean | 'none' | null
}

export interface SupplyReturn extends PvReturn {
  waitS: number | null
  waitVerdict: Verdict
  secondGapMs: number | null
  secondGapClass: RideThroughClass | null
  /** `null` where no class was promised. */
  gapVerdict: Verdict | null
  tripped: string[]
  stillOff: string[]
  tripVerdict: Verdict
  chargerVerdict: Verdict | null
  verdict: Verdict
}

const lastOf = (events: readonly ReturnEvent[], kind: string, until = Infinity): number | null =>
  events.filter((event) => event.kind === kind && event.timeS <= until).at(-1)?.timeS ?? null

function waitVerdict(waitS: number | null, { waitMinS, waitMaxS }: SupplyReturnInput): Verdict {
  if (waitS === null) return 'open'
  if (waitMinS !== null && !atLeast(waitS, waitMinS)) return 'stop'
  return waitMaxS !== null && !atMost(waitS, waitMaxS) ? 'watch' : 'proven'
}

/** The house's gaps on the way back, longest in ms; `null` in the list for one that did not end. */
function gapsSince(events: readonly ReturnEvent[], backS: number | null): (number | null)[] {
  return events.flatMap(({ kind, timeS }, k) => {
    if (kind !== 'gapStart' || (backS !== null && timeS < backS)) return []
    const end = events.slice(k + 1).find((event) => event.kind === 'gapEnd')
    return [end === undefined ? null : (end.timeS - timeS) * 1000]
  })
}

function secondGap(
  gaps: readonly (number | null)[],
  reconnectS: number | null,
  input: SupplyReturnInput,
  pack: Pick<RulePack, 'limits'>,
): Pick<SupplyReturn, 'secondGapMs' | 'secondGapClass' | 'gapVerdict'> {
  const { gapWatched, resolutionMs, promisedClass } = input
  if (gaps.includes(null)) return { secondGapMs: null, secondGapClass: null, gapVerdict: 'stop' }
  const none = reconnectS !== null && gapWatched === true ? 0 : null
  const secondGapMs = gaps.length === 0 ? none : Math.max(...(gaps as number[]))
  if (secondGapMs === null) return { secondGapMs, secondGapClass: null, gapVerdict: 'open' }
  // a class finer than the evidence resolves is never claimed
  const secondGapClass = rideThroughClass(secondGapMs + (resolutionMs ?? 0), pack)
  const found = { secondGapMs, secondGapClass }
  if (promisedClass === null) return { ...found, gapVerdict: null }
  if (classKept(secondGapClass, promisedClass)) return { ...found, gapVerdict: 'proven' }
  const perhaps = classKept(rideThroughClass(secondGapMs, pack), promisedClass)
  return { ...found, gapVerdict: perhaps ? 'watch' : 'stop' }
}

function trips(events: readonly ReturnEvent[], backS: number | null) {
  const since = events.filter(({ kind, timeS }) => kind === 'tripped' && (backS === null || timeS >= backS))
  const tripped = [...new Set(since.flatMap(({ id }) => id ?? []))]
  const stillOff = tripped.filter((device) => {
    const last = since.filter(({ id }) => id === device).at(-1)?.timeS ?? -Infinity
    return !events.some(({ kind, id, timeS }) => kind === 'reset' && id === device && timeS >= last)
  })
  return { tripped, stillOff }
}

function chargerVerdict(back: SupplyReturnInput['chargerBack']): Verdict | null {
  if (back === 'none') return null
  return back === null ? 'open' : back ? 'proven' : 'stop'
}

/**
 * T-7: the return of the supply, from what was seen: the wait before the house may come back, the second gap with its class, what tripped
 * and is still off, and how soon PV gives again. A gap nobody watched for is Open, not 0 ms; a house that stays dead is Stop.
 *
 * @example supplyReturn({ ...input, events: [{ timeS: 100, kind: 'gridBack' }, { timeS: 165, kind: 'reconnected' }] }, pack).waitS // 65
 */
export function supplyReturn(input: SupplyReturnInput, pack: Pick<RulePack, 'limits'>): SupplyReturn {
  const events = [...input.events].sort((a, b) => a.timeS - b.timeS)
  const reconnectS = lastOf(events, 'reconnected')
  const backS = lastOf(events, 'gridBack', reconnectS ?? Infinity)
  const waitS = reconnectS === null || backS === null ? null : reconnectS - backS
  const gap = secondGap(gapsSince(events, backS), reconnectS, input, pack)
  const { tripped, stillOff } = trips(events, backS)
  const nothingTripped = reconnectS !== null && input.tripsChecked === true ? 'proven' : 'open'
  const pv = pvReturn(input.pv === null ? null : { ...input.pv, reconnectS })
  const verdicts = {
    waitVerdict: waitVerdict(waitS, input),
    gapVerdict: gap.gapVerdict,
    tripVerdict: (tripped.length > 0 ? 'stop' : nothingTripped) as Verdict,
    pvVerdict: pv.pvVerdict,
    chargerVerdict: chargerVerdict(input.chargerBack),
  }
  return {
    waitS,
    ...gap,
    tripped,
    stillOff,
    ...pv,
    ...verdicts,
    verdict: worstVerdict(Object.values(verdicts).filter((verdict) => verdict !== null)),
  }
}
