import { filmEdges } from './filmEdges'
import { type FilmFrames, WHITE_LUMA } from './filmFrames'

/** Why a film says nothing of a gap. */
export type NoEvidence =
  /** Nothing fell to half: a lamp on its own supply, one that holds its light, or no gap. Neither a gap nor none is claimed. */
  | 'noDrop'
  /** It takes too long to go dark: a short gap would not be seen. */
  | 'holdsLight'
  /** An LED's driver stores energy, so its light does not follow the supply. */
  | 'led'
  /** The lamp was not lit again, or not for good, before the film ended. */
  | 'notRelit'
  /** Too few frames, or none lit to begin with. */
  | 'notLit'
  /** As bright as the film can show, so that the beginning of a fall would not be seen and the gap would look shorter. */
  | 'tooBright'

export interface FilmGap {
  /** The patch fell below half of its lit brightness. */
  drop: boolean
  /** Grade C at best: a film is as good as its frames. */
  evidence: 'C' | 'none'
  reason: NoEvidence | null
  lastLitFrame: number | null
  lastLitS: number | null
  firstRelitFrame: number | null
  firstRelitS: number | null
  /** Middle of the two bounds: the gap, plus or minus one frame. */
  gapMs: number | null
  gapMinMs: number | null
  gapMaxMs: number | null
}

/** Stretch at the beginning whose median is the lit level. */
const LIT_S = 0.4
/** A lamp that is lit for less than this and dark again was not back: T-2 asks for ten cycles. */
const FOR_GOOD_S = 0.2
/** A lamp that takes longer from 90 % to 50 % of its fall holds its light. */
const HOLDS_LIGHT_S = 0.3
/** Darker than this there is nothing to see a fall of. */
const LEAST_LIT = 16
/** More of the lit light than this from white pixels hides too much of the beginning of a fall. */
export const MOST_WHITE = 2 / 3

const nothing = (drop: boolean, reason: NoEvidence): FilmGap => ({
  drop,
  evidence: 'none',
  reason,
  lastLitFrame: null,
  lastLitS: null,
  firstRelitFrame: null,
  firstRelitS: null,
  gapMs: null,
  gapMinMs: null,
  gapMaxMs: null,
})

function median(values: Float64Array): number {
  const sorted = Float64Array.from(values).sort()
  const middle = sorted.length >> 1
  if (sorted.length === 0) return 0
  const upper = sorted[middle] as number
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] as number) + upper) / 2
}

/** When the brightness last passes a level on its way down to frame `until`, by a straight line between frames. */
function lastBelowS({ timeS, brightness }: FilmFrames, level: number, until: number): number {
  let k = until
  while (k > 0 && (brightness[k - 1] as number) < level) k--
  if (k === 0) return timeS[0] as number
  const above = brightness[k - 1] as number
  const below = brightness[k] as number
  const share = above === below ? 0 : (above - level) / (above - below)
  return (timeS[k - 1] as number) + share * ((timeS[k] as number) - (timeS[k - 1] as number))
}

/** First frame behind `dark` from which the patch stays above half of its lit brightness for good; -1 where none does in the film. */
function relitForGood({ timeS, brightness }: FilmFrames, dark: number, level: number): number {
  let first = -1
  for (let k = dark + 1; k < brightness.length; k++) {
    if ((brightness[k] as number) < level) first = -1
    else if (first < 0) first = k
    if (first >= 0 && (timeS[k] as number) - (timeS[first] as number) >= FOR_GOOD_S) return first
  }
  return -1
}

/**
 * T-13: the gap from a film of a lamp, from the brightness of its patch. The last lit frame is the one before the run of falling frames
 * that ends at half; the first relit one is the first of the run of rising frames. A lamp that fades slowly, an LED, or a film in which
 * nothing fell says nothing: neither a gap nor none, since the lamp's own inertia hides about 30 ms.
 *
 * @param lamp what kind of lamp the crew says it is
 */
export function filmGap(frames: FilmFrames, lamp: 'filament' | 'led'): FilmGap {
  const { timeS, brightness, whiteShare } = frames
  const startS = timeS[0] ?? 0
  const litFrames = timeS.findIndex((time) => time - startS > LIT_S + 1e-9)
  const lit = median(litFrames < 0 ? brightness : brightness.subarray(0, litFrames))
  if (litFrames < 0 || lit < LEAST_LIT) return nothing(false, 'notLit')
  const dimmestLit = brightness.subarray(0, litFrames).reduce((least, value) => Math.min(least, value), lit)
  const white = whiteShare === null ? 0 : median(whiteShare.subarray(0, litFrames))
  if (lit >= WHITE_LUMA || white > MOST_WHITE) return nothing(false, 'tooBright')
  const half = brightness.findIndex((value) => value < lit / 2)
  if (half < 0) return nothing(false, 'noDrop')
  const lowest = brightness.reduce((least, value) => Math.min(least, value), Infinity)
  const fall = lit - lowest
  const fadeS = lastBelowS(frames, lowest + 0.5 * fall, half) - lastBelowS(frames, lowest + 0.9 * fall, half)
  if (fadeS > HOLDS_LIGHT_S) return nothing(true, 'holdsLight')
  if (lamp === 'led') return nothing(true, 'led')
  const relit = relitForGood(frames, half, lit / 2)
  if (relit < 0) return nothing(true, 'notRelit')
  const { lastLit, stillLit, seenRelit, firstRelit } = filmEdges(frames, {
    lit,
    dimmestLit,
    white,
    fall,
    half,
    relit,
    fadeS,
  })
  const ms = (from: number, to: number) => 1000 * ((timeS[to] as number) - (timeS[from] as number))
  const gapMaxMs = ms(lastLit, firstRelit)
  const gapMinMs = Math.max(0, ms(stillLit + 1, seenRelit - 1))
  return {
    drop: true,
    evidence: 'C',
    reason: null,
    lastLitFrame: lastLit,
    lastLitS: timeS[lastLit] as number,
    firstRelitFrame: firstRelit,
    firstRelitS: timeS[firstRelit] as number,
    gapMs: (gapMinMs + gapMaxMs) / 2,
    gapMinMs,
    gapMaxMs,
  }
}
