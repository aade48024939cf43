import type { FilmFrames } from './filmFrames'

/** Share of the fall by which a frame must differ from its neighbour to belong to the edge; slower is the camera's exposure. */
const EDGE_SHARE = 0.05
/** This near to where an edge began, its frames may differ by less than that. */
const NEAR_SHARE = 0.1
/** An edge is over within so many times what a lamp takes from 90 % to 50 %. */
const EDGE_SPANS = 3

/** The brightest (`sign` 1) or darkest (−1) of the frames up to `last` that are no older than `spanS`; of equals the last. */
function extremeBefore({ timeS, brightness }: FilmFrames, last: number, spanS: number, sign: 1 | -1): number {
  let extreme = last
  for (let k = last; k >= 0 && (timeS[last] as number) - (timeS[k] as number) <= spanS; k--)
    if (sign * (brightness[k] as number) > sign * (brightness[extreme] as number)) extreme = k
  return extreme
}

/** An edge in the brightness, looked at from its middle backwards. */
interface Edge {
  /** 1 where it rises, −1 where it falls. */
  sign: 1 | -1
  /** A frame in it. */
  middle: number
  /** A frame from before it: further back is something else. */
  earliest: number
  /** Brightness just before it. */
  began: number
  /** What the lamp's light falls by altogether. */
  fall: number
}

/**
 * The frame before an edge: back from its middle while each frame differs from the one before by a twentieth of the fall, or while the
 * one before is still a tenth of it away from where the edge began. The first alone would end in the midst of the edge where frames come so
 * fast that a lamp changes by less from one to the next.
 */
function beforeEdge({ brightness }: FilmFrames, { sign, middle, earliest, began, fall }: Edge): number {
  const isAway = (value: number) => sign * (value - began) > NEAR_SHARE * fall
  const differs = (k: number) => sign * ((brightness[k] as number) - (brightness[k - 1] as number)) >= EDGE_SHARE * fall
  let k = middle
  while (k > earliest && (differs(k) || isAway(brightness[k - 1] as number))) k--
  return k
}

/**
 * What a lamp takes until a tenth of the fall is seen, as a share of what it takes from 90 % to 50 %. White pixels do not show it: what else there
 * is has to fall by so much more.
 *
 * @param white share of the light that comes from them
 * @example unseenShare(0) // 0.18: ln(1/0.9) / ln(0.9/0.5)
 */
const unseenShare = (white: number): number => -Math.log(1 - NEAR_SHARE / (1 - white)) / Math.log(0.9 / 0.5)

/** The first frame that is no older than `spanS` at frame `k`. */
function earlierBy({ timeS }: FilmFrames, k: number, spanS: number): number {
  let early = k
  while (early > 0 && (timeS[k] as number) - (timeS[early - 1] as number) <= spanS) early--
  return early
}

/** What a lamp takes from 10 % to 50 % of its rise, from how steep it is at half: ½ ln(0.9/0.5) of what that slope would take for the whole. */
const HALF_RISE = 0.294
/** A slope is taken over so long at least: about two swings of a lamp's flicker. */
const SLOPE_S = 1 / 60

function riseOf({ timeS, brightness }: FilmFrames, relit: number, fall: number): number {
  let from = relit - 1
  while (from > 0 && (timeS[relit] as number) - (timeS[from] as number) < SLOPE_S) from--
  const rose = Math.max(0, (brightness[relit] as number) - (brightness[from] as number))
  return (HALF_RISE * fall * ((timeS[relit] as number) - (timeS[from] as number))) / Math.max(rose, EDGE_SHARE * fall)
}

/** Frames around the gap: the last that is lit for certain and the last that may be, the first that may be lit again and the first that is. */
export interface FilmEdges {
  lastLit: number
  stillLit: number
  seenRelit: number
  firstRelit: number
}

/** What is known of the lamp's light before its edges are looked for. */
interface Fallen {
  /** Level before the gap, how dark the lamp's own flicker made a lit frame there, and the share of its light that comes from white pixels. */
  lit: number
  dimmestLit: number
  white: number
  fall: number
  /** First frame below half of the lit level, and the first above it for good. */
  half: number
  relit: number
  /** What the lamp takes from 90 % to 50 % of its fall. */
  fadeS: number
}

/**
 * T-13: the frames around a gap. Both edges are looked for back from where the brightness passes half, which is where they are plain. Where frames
 * come so fast that a lamp's first tenth goes by between many of them, the bounds lie that much further apart than one frame.
 */
export function filmEdges(frames: FilmFrames, { lit, dimmestLit, white, fall, half, relit, fadeS }: Fallen): FilmEdges {
  const { brightness } = frames
  // half of what is lit may lie far down in a fall that does not end in the dark
  let falling = half
  while (falling > 1 && (brightness[falling - 1] as number) < lit - fall / 2) falling--
  const brightest = extremeBefore(frames, falling, EDGE_SPANS * fadeS, 1)
  // a lamp flickers above its level, and somebody may have shaded it before
  const wasLit = Math.min(lit, brightness[brightest] as number)
  const seenLit = Math.min(
    beforeEdge(frames, { sign: -1, middle: falling, earliest: brightest, began: wasLit, fall }),
    falling - 1,
  )
  let stillLit = falling - 1
  // beside a short gap, after which a lamp has hardly fallen, its flicker is more than a twentieth of the fall
  const mayBeLit = Math.min(wasLit - EDGE_SHARE * fall, Math.max(dimmestLit, lit - fall / 2))
  while (stillLit > seenLit && (brightness[stillLit] as number) < mayBeLit) stillLit--
  const lightS = Math.max(fadeS, riseOf(frames, relit, fall))
  const darkest = extremeBefore(frames, relit, EDGE_SPANS * lightS, -1)
  const wasDark = brightness[darkest] as number
  const firstRelit = Math.min(
    beforeEdge(frames, { sign: 1, middle: relit, earliest: darkest, began: wasDark, fall }) + 1,
    relit,
  )
  // the first tenth of an edge may go by unseen: the gap may be that much longer, or shorter
  return {
    lastLit: earlierBy(frames, seenLit, unseenShare(white) * fadeS),
    stillLit,
    seenRelit: Math.max(1, earlierBy(frames, firstRelit, unseenShare(0) * lightS)),
    firstRelit,
  }
}
