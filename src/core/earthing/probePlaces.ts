import type { Electrode, ElectrodeMethod } from '../installation/installation'

/** Where to put the potential probe on the line from the electrode to the current probe. */
export interface ProbePlace {
  /** Slot of the electrode's point that the reading goes to. */
  slot: 'r52' | 'r618' | 'r72' | 'r20' | 'r40' | 'r60'
  share: number
  /** Metres from the electrode; `null` until the distance to the current probe is known. */
  distanceM: number | null
}

export type ProbeMethod = Exclude<ElectrodeMethod, 'clampOn'>

const PLACES: Readonly<Record<ProbeMethod, readonly Pick<ProbePlace, 'slot' | 'share'>[]>> = {
  threePoint: [
    { slot: 'r52', share: 0.52 },
    { slot: 'r618', share: 0.618 },
    { slot: 'r72', share: 0.72 },
  ],
  slope: [
    { slot: 'r20', share: 0.2 },
    { slot: 'r40', share: 0.4 },
    { slot: 'r60', share: 0.6 },
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
 * @example probePlan('threePoint', 30, 2.4).places[1] // { slot: 'r618', share: 0.618, distanceM: 18.54 }
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

/** How large an electrode is for the distance of its probes: its length, its width, or an array from corner to corner; `null` while its sizes are not known. */
export function largestSizeM({ kind, lengthM, acrossM, rodCount, spacingM }: Electrode): number | null {
  if (kind === 'plate') return acrossM
  if (kind !== 'array') return lengthM
  if (lengthM === null || rodCount === null || spacingM === null) return null
  return Math.hypot(lengthM, (rodCount - 1) * spacingM)
}
