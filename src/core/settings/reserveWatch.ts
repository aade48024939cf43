import type { LivePower } from './livePower'
import { carriedBy } from './reserveMove'

/** The four moves of the reserve, as they are watched. */
export type WatchedMove = 'toStreet' | 'charges' | 'stays' | 'toBattery'

/** How long what a move must do has to be seen on end, and the share of the set power from which the battery charges as set. */
export const HELD_S = 10
const REACHED_SHARE = 0.95

/** A move that is watched: since when, and since when on end it is seen to do what it must; `null` while it is not. */
export interface ReserveWatch {
  move: WatchedMove
  chargeW: number
  sinceMs: number
  heldFromMs: number | null
  /** When the last values came that were looked at; `null` before any. */
  lastMs: number | null
}

/** Whether a moment shows that a move did what it must; a moment that does not show it is no. */
function shows({ move, chargeW }: ReserveWatch, values: LivePower): boolean {
  if (move === 'charges') return values.batteryW !== null && -values.batteryW >= REACHED_SHARE * chargeW
  return carriedBy(values) === (move === 'toBattery' ? 'battery' : 'grid')
}

/**
 * Takes in the values of a moment. Those from before the setting was changed say nothing of it, and a stretch without values breaks what was seen.
 *
 * @param heardMs when they came
 * @param gapMs how long nothing may come before the stretch counts as broken
 */
export function watchOn(watch: ReserveWatch, values: LivePower, heardMs: number, gapMs: number): ReserveWatch {
  if (heardMs <= watch.sinceMs || heardMs === watch.lastMs) return watch
  const broken = watch.lastMs !== null && heardMs - watch.lastMs > gapMs
  if (!shows(watch, values)) return { ...watch, heldFromMs: null, lastMs: heardMs }
  return { ...watch, heldFromMs: broken ? heardMs : (watch.heldFromMs ?? heardMs), lastMs: heardMs }
}

/**
 * Whether the move was seen: what it must do held for ten seconds on end, in values that came after the setting and are not old.
 *
 * @param nowMs the clock; values older than `gapMs` are old news
 */
export const wasSeen = ({ heldFromMs, lastMs }: ReserveWatch, nowMs: number, gapMs: number): boolean =>
  heldFromMs !== null && lastMs !== null && lastMs - heldFromMs >= HELD_S * 1000 && nowMs - lastMs <= gapMs
