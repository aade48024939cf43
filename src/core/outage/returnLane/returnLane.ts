import type { LogAnalysis } from '../../powerLog/analyseLog'
import { betweenMarks } from '../run/betweenMarks'
import type { OutageRun } from '../run/outageRun'
import type { ReturnTrace } from '../returnTrace'
import { type Listener, type LiveMoment, secondsAfter, seenOnReturn } from './returnMoments'

export const RETURN_KINDS = [
  'streetBack',
  'gapBegins',
  'onStreet',
  'pv10',
  'pv90',
  'batteryCharges',
  'vehicleCharges',
  'tripped',
  'sourceOff',
] as const
export type ReturnKind = (typeof RETURN_KINDS)[number]

/** Something that happened on the return, in s after the street was back. */
export interface ReturnEvent {
  kind: ReturnKind
  afterS: number
  /** The load it is of, by its tag. */
  subject: string | null
}

/** The return of the street on one lane (T-7), from whatever showed it. */
export interface ReturnLane {
  from: 'recording' | 'log' | 'taps'
  /** In the order they happened. */
  events: ReturnEvent[]
  /** `null` where it was not seen that the house went back. */
  waitS: number | null
  /** 0 is seamless; `null` where nothing shows one or none. */
  secondGapS: number | null
  /** A second gap shorter than this would not have been seen; `null` where every one is. */
  unseenBelowS: number | null
  /** So long after the street was back it is now, while the return is under way; `null` once it is over, or where no clock tells. */
  underWayS: number | null
  /** Of what ran before the cut: what was looked for, and not seen to come back. */
  missing: ('pv' | 'vehicle')[]
}

const inOrder = (events: readonly ReturnEvent[]): ReturnEvent[] =>
  [...events].sort((a, b) => a.afterS - b.afterS || RETURN_KINDS.indexOf(a.kind) - RETURN_KINDS.indexOf(b.kind))
const event = (kind: ReturnKind, afterS: number, subject: string | null = null): ReturnEvent => ({
  kind,
  afterS,
  subject,
})

/** The house goes back, with the gap that ends there where there is one. */
function goingBack(waitS: number | null, secondGapS: number | null): ReturnEvent[] {
  if (waitS === null) return []
  const gap = secondGapS !== null && secondGapS > 0 ? [event('gapBegins', waitS - secondGapS)] : []
  return [...gap, event('onStreet', waitS)]
}

/**
 * The return as a recording of both sides shows it.
 *
 * @example returnOfTrace({ gridBackS: 2, reconnectS: 5, waitS: 3, secondGapMs: 35, seamless: false, slipHz: null }).waitS // 3
 */
export function returnOfTrace({ waitS, secondGapMs }: ReturnTrace): ReturnLane {
  const secondGapS = secondGapMs === null ? null : secondGapMs / 1000
  return {
    from: 'recording',
    events: inOrder([event('streetBack', 0), ...goingBack(waitS, secondGapS)]),
    waitS,
    secondGapS,
    unseenBelowS: null,
    underWayS: null,
    missing: [],
  }
}

/** The return as a log shows it, with PV that comes back after; `null` where the log does not hold the street coming back. */
export function returnOfLog({
  gridBackS,
  waitS,
  secondGapS,
  gapResolutionS,
  pvRestart,
  pvExpected,
}: Pick<
  LogAnalysis,
  'gridBackS' | 'waitS' | 'secondGapS' | 'gapResolutionS' | 'pvRestart' | 'pvExpected'
>): ReturnLane | null {
  if (gridBackS === null) return null
  const pv = pvRestart
    .filter(({ where }) => where === 'afterReturn')
    .flatMap(({ t10S, t90S }) => [
      event('pv10', t10S - gridBackS),
      ...(t90S === null ? [] : [event('pv90', t90S - gridBackS)]),
    ])
  const seen = secondGapS !== null && secondGapS > 0
  return {
    from: 'log',
    events: inOrder([event('streetBack', 0), ...goingBack(waitS, secondGapS), ...pv]),
    waitS,
    secondGapS: seen ? secondGapS : null,
    unseenBelowS: waitS === null || seen ? null : gapResolutionS,
    underWayS: null,
    missing: pvExpected && !pv.some(({ kind }) => kind === 'pv90') ? ['pv'] : [],
  }
}

/** What a phone heard of a run beside the taps, and until when. */
export interface HeardLive {
  moments: readonly LiveMoment[]
  listener: Listener
  /** Now, on the common time line; `null` for a run that is over. */
  nowMs: number | null
}

/**
 * The return as the crew tapped it: the street closed, the house back on it, and what tripped from then on; with what live values show beside it. A tap of a
 * phone whose clock was never compared with the one that tapped the street has no place on the lane. `null` while nobody has tapped the street.
 */
export function returnOfRun(
  { out, streetBack, onStreet, ended, marks }: Pick<OutageRun, 'out' | 'streetBack' | 'onStreet' | 'ended' | 'marks'>,
  heard: HeardLive,
): ReturnLane | null {
  if (streetBack === null) return null
  const afterS = (mark: OutageRun['marks'][number]): number | null => {
    const span = betweenMarks(streetBack, mark)
    return span === null || span.ms < 0 ? null : span.ms / 1000
  }
  const waitS = onStreet === null ? null : afterS(onStreet)
  const after = marks.flatMap((mark) => {
    const { kind, subject } = mark
    if (kind !== 'tripped' && kind !== 'sourceOff') return []
    const atS = afterS(mark)
    return atS === null ? [] : [event(kind, atS, kind === 'tripped' ? subject : null)]
  })
  const live = seenOnReturn({ streetBack, cut: out, onStreetS: waitS }, heard.moments, heard.listener)
  const nowS = heard.nowMs === null || ended !== null ? null : secondsAfter(streetBack, heard.nowMs, heard.listener)
  return {
    from: 'taps',
    events: inOrder([event('streetBack', 0), ...goingBack(waitS, null), ...live.events, ...after]),
    waitS,
    secondGapS: null,
    unseenBelowS: null,
    underWayS: nowS === null ? null : Math.max(0, nowS),
    missing: [...(live.pvMissing ? (['pv'] as const) : []), ...(live.vehicleMissing ? (['vehicle'] as const) : [])],
  }
}
