/** Where to put the potential probe on the line from the electrode to the current probe. */
export interface ProbePlace {
  /** Slot of the electrode's point that the reading goes to; `null` for the readings of the slope method, which say where to read. */
  slot: 'r52' | 'r618' | 'r72' | null
  share: number
  /** Metres from the electrode; `null` until the distance to the current probe is known. */
  distanceM: number | null
}

export type ProbeMethod = '61.8' | 'slope'

const PLACES: Readonly<Record<ProbeMethod, readonly Pick<ProbePlace, 'slot' | 'share'>[]>> = {
  '61.8': [
    { slot: 'r52', share: 0.52 },
    { slot: 'r618', share: 0.618 },
    { slot: 'r72', share: 0.72 },
  ],
  slope: [
    { slot: null, share: 0.2 },
    { slot: null, share: 0.4 },
    { slot: null, share: 0.6 },
  ],
}

/** A current probe nearer than this many times the electrode's largest size stands in its resistance area. */
export const SIZES_AWAY = 10
/** With the slope method half of that is enough: it finds the place where the areas part. */
export const SIZES_AWAY_SLOPE = 5

export interface ProbePlan {
  places: ProbePlace[]
  /** Distance that the electrode asks for; `null` while its size is not known. */
  neededM: number | null
  /** Whether the current probe stands far enough away; `null` while nobody can tell. */
  farEnough: boolean | null
}

/**
 * E-3: where the probes go. Three readings at 52, 61.8 and 72 % of the distance to the current probe, or those of the slope method at 20,
 * 40 and 60 %, which say where the true reading is to be taken.
 *
 * @param currentProbeM metres from the electrode to the current probe
 * @param largestSizeM length of a rod or strip, diagonal of an array
 * @example probePlan('61.8', 30, 2.4).places[1] // { slot: 'r618', share: 0.618, distanceM: 18.54 }
 */
export function probePlan(method: ProbeMethod, currentProbeM: number | null, largestSizeM: number | null): ProbePlan {
  const times = method === 'slope' ? SIZES_AWAY_SLOPE : SIZES_AWAY
  const neededM = largestSizeM === null ? null : times * largestSizeM
  return {
    places: PLACES[method].map((place) => ({
      ...place,
      distanceM: currentProbeM === null ? null : place.share * currentProbeM,
    })),
    neededM,
    farEnough: neededM === null || currentProbeM === null ? null : currentProbeM >= neededM * (1 - 1e-9),
  }
}
