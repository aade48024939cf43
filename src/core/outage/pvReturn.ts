import { atLeast, atMost } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'

export interface PvReturnInput {
  /** Power before the loss, and what it could give now where somebody knows that. */
  beforeW: number | null
  couldW: number | null
  /** In order of time. */
  log: readonly { timeS: number; pvW: number | null }[]
  /** How long PV may take to give nine tenths; `null`: no matter. */
  limitS: number | null
  reconnectS: number | null
}

export interface PvReturn {
  /** Seconds after the reconnection at which PV gives a tenth, and nine tenths. */
  t10AfterS: number | null
  t90AfterS: number | null
  /** `null` where there is no PV. */
  pvVerdict: Verdict | null
}

type Sample = { timeS: number; pvW: number }

/** When a level is first reached, by a straight line between the last sample below and the first at or above it. */
function reachedAtS(samples: readonly Sample[], levelW: number): number | null {
  const k = samples.findIndex(({ pvW }) => atLeast(pvW, levelW))
  const at = samples[k]
  if (at === undefined) return null
  const before = samples[k - 1]
  if (before === undefined) return at.timeS
  return before.timeS + ((levelW - before.pvW) / (at.pvW - before.pvW)) * (at.timeS - before.timeS)
}

/**
 * T-7, PV: how soon after the return it gives a tenth and nine tenths of what it gave before (or could give now). One that the log shows to
 * miss its time is Stop; a log that ends sooner, or PV that had nothing to give, is Open.
 */
export function pvReturn(pv: PvReturnInput | null): PvReturn {
  if (pv === null) return { t10AfterS: null, t90AfterS: null, pvVerdict: null }
  const { beforeW, couldW, log, limitS, reconnectS } = pv
  const refW = couldW ?? beforeW
  if (refW === null || refW === 0 || reconnectS === null) return { t10AfterS: null, t90AfterS: null, pvVerdict: 'open' }
  const samples = log.filter((sample): sample is Sample => sample.pvW !== null && sample.timeS >= reconnectS)
  const after = (share: number) => {
    const timeS = reachedAtS(samples, share * refW)
    return timeS === null ? null : timeS - reconnectS
  }
  const t10AfterS = after(0.1)
  const t90AfterS = after(0.9)
  if (t90AfterS !== null) {
    const soon = limitS === null || atMost(t90AfterS, limitS)
    return { t10AfterS, t90AfterS, pvVerdict: soon ? 'proven' : 'stop' }
  }
  const seenS = (log.at(-1)?.timeS ?? -Infinity) - reconnectS
  const missed = limitS !== null && atLeast(seenS, limitS) && refW > 0
  return { t10AfterS, t90AfterS, pvVerdict: missed ? 'stop' : 'open' }
}
