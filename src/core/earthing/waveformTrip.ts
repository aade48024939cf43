import type { InstrumentAccuracy } from '../quantity/accuracy'
import { judgeBand } from '../rules/judgeFigure'
import type { Limits } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'
import type { ResidualType } from '../plan/sourceSideDevice'

/** Residual currents that are not a sine: pulsating direct current of either polarity, and smooth direct current. */
export const WAVEFORMS = ['pulsatingPlus', 'pulsatingMinus', 'smooth'] as const
export type Waveform = (typeof WAVEFORMS)[number]

/** Rating up to which, itself included, the wider band holds for pulsating direct current. */
const SMALL_MA = 10

/** What each type has to notice beyond a sine. */
const NOTICED: Readonly<Record<ResidualType, readonly Waveform[]>> = {
  AC: [],
  A: ['pulsatingPlus', 'pulsatingMinus'],
  F: ['pulsatingPlus', 'pulsatingMinus'],
  B: ['pulsatingPlus', 'pulsatingMinus', 'smooth'],
}

/** Waveforms that a residual-current device of a type is tested with beyond the sine (E-9); none for type AC. */
export const waveformsOf = (type: ResidualType): readonly Waveform[] => NOTICED[type]

/** From which to which current a device has to trip, in mA. */
export function waveformBand(waveform: Waveform, iDeltaNMa: number, limits: Limits): { min: number; max: number } {
  if (waveform === 'smooth')
    return { min: limits.rcdSmoothMinShare.value * iDeltaNMa, max: limits.rcdSmoothMaxShare.value * iDeltaNMa }
  const most = iDeltaNMa <= SMALL_MA ? limits.rcdPulsatingSmallMaxShare : limits.rcdPulsatingMaxShare
  return { min: limits.rcdPulsatingMinShare.value * iDeltaNMa, max: most.value * iDeltaNMa }
}

export interface WaveformTripInput {
  type: ResidualType | null
  iDeltaNMa: number
  /** Current at which it tripped on a rising one, in mA; `'none'` where it did not trip. */
  trippedAtMa: Readonly<Partial<Record<Waveform, number | 'none' | null>>>
  instrumentMa: InstrumentAccuracy | null
}

export interface WaveformTrip {
  each: Partial<Record<Waveform, Verdict>>
  verdict: Verdict
}

/**
 * E-9, waveforms: a device of type A or F trips on pulsating direct current of both polarities, one of type B on smooth direct current too. Not tripping
 * is Stop; a missing reading, and a type that nobody has read, is Open.
 *
 * @example
 * waveformTrip({ type: 'A', iDeltaNMa: 30, trippedAtMa: { pulsatingPlus: 24, pulsatingMinus: 43 }, instrumentMa: null }, pack.limits)
 * // => { each: { pulsatingPlus: 'proven', pulsatingMinus: 'stop' }, verdict: 'stop' }
 */
export function waveformTrip(
  { type, iDeltaNMa, trippedAtMa, instrumentMa }: WaveformTripInput,
  limits: Limits,
): WaveformTrip {
  if (type === null) return { each: {}, verdict: 'open' }
  const each = Object.fromEntries(
    waveformsOf(type).map((waveform) => {
      const at = trippedAtMa[waveform]
      return [waveform, at === 'none' ? 'stop' : judgeBand(at, waveformBand(waveform, iDeltaNMa, limits), instrumentMa)]
    }),
  ) as WaveformTrip['each']
  return { each, verdict: worstVerdict(Object.values(each)) }
}
