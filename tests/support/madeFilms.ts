import type { FilmFrames } from '@/core/outage/filmFrames'
import { dice } from './dice'

/** A lamp on the supply that is filmed, and the camera. */
export interface MadeFilm {
  framesPerS: number
  /** Share of a frame in which light is gathered. */
  shutterShare: number
  /** Time constants with which the lamp goes dark and bright. */
  fallS: number
  riseS: number
  /** From when, and how long, the supply is away. */
  cutS: number
  gapMs: number
  /** Mean luma of the patch with the lamp lit, and without. */
  litLuma: number
  darkLuma: number
  /** Half the swing with which a lamp follows the supply’s half cycles, as a share of its light. */
  flicker: number
  /** Share of the patch in which the lamp is so many times brighter than the film can show. */
  whiteOfPatch: number
  timesTooBright: number
  noiseLuma: number
  seed: number
}

const STEP_S = 0.0005
const WHITE = 255
const FLICKER_HZ = 100
const AFTERWARDS_S = 1

/** The lamp's light at each step, 1 when lit: of the first order, as a filament's is about. */
function lampLight({ fallS, riseS, cutS, gapMs, flicker }: MadeFilm): Float64Array {
  const backS = cutS + gapMs / 1000
  const light = new Float64Array(Math.ceil((backS + AFTERWARDS_S + 1) / STEP_S))
  let level = 1
  for (let k = 0; k < light.length; k++) {
    const atS = k * STEP_S
    const isFed = atS < cutS || atS >= backS
    level += isFed ? ((1 - level) * STEP_S) / riseS : (-level * STEP_S) / fallS
    light[k] = level * (isFed ? 1 + flicker * Math.sin(2 * Math.PI * FLICKER_HZ * atS) : 1)
  }
  return light
}

/** A film of a lamp, frame by frame, from a model of lamp and camera. */
export function madeFilm(film: MadeFilm): FilmFrames {
  const { framesPerS, shutterShare, cutS, gapMs, litLuma, darkLuma, whiteOfPatch, timesTooBright, noiseLuma } = film
  const light = lampLight(film)
  const roll = dice(film.seed)
  const random = () => roll(1000) / 1000
  const count = Math.floor((cutS + gapMs / 1000 + AFTERWARDS_S) * framesPerS)
  const frames = {
    timeS: new Float64Array(count),
    brightness: new Float64Array(count),
    whiteShare: new Float64Array(count),
  }
  for (let k = 0; k < count; k++) {
    const from = Math.round(k / framesPerS / STEP_S)
    const to = Math.max(from + 1, Math.round((k + shutterShare) / framesPerS / STEP_S))
    const gathered = light.subarray(from, to).reduce((sum, one) => sum + one, 0) / (to - from)
    const bright = darkLuma + (timesTooBright * WHITE - darkLuma) * gathered
    const plain = (1 - whiteOfPatch) * (darkLuma + (litLuma - darkLuma) * gathered)
    const white = whiteOfPatch * Math.min(WHITE, bright)
    const noise = noiseLuma * (random() + random() + random() - 1.5) * 2
    frames.timeS[k] = k / framesPerS
    frames.brightness[k] = Math.min(WHITE, Math.max(0, white + plain + noise))
    frames.whiteShare[k] = bright >= WHITE ? white / (white + plain) : 0
  }
  return frames
}
