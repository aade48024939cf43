import type { InstrumentAccuracy } from '../quantity/accuracy'
import type { Limit, LimitKey, RulePackId } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { judgeBand } from '../rules/judgeFigure'

export const RCD_DEVICES = ['general', 'delayed', 'gfciA'] as const
export type RcdDevice = (typeof RCD_DEVICES)[number]

/** A trip time in ms, or `'none'` when the device did not trip. */
export type TripTime = number | 'none' | null

export interface RcdModeReadings {
  halfTripped?: boolean | null
  x1Ms?: TripTime
  x5Ms?: TripTime
  rampMa?: number | 'none' | null
  faults?: readonly { testMa: number; timeMs: TripTime }[]
}

export interface ResidualCurrentTripInput {
  pack?: RulePackId
  device: RcdDevice
  iDeltaNMa: number
  instrumentMs: InstrumentAccuracy | null
  instrumentMa: InstrumentAccuracy | null
  grid: RcdModeReadings | null
  island: RcdModeReadings | null
}

export interface RcdModeVerdicts {
  half?: Verdict
  x1?: Verdict
  x5?: Verdict
  ramp?: Verdict
  limitMs?: number[]
  faults?: Verdict[]
  verdict: Verdict
}

export interface ResidualCurrentTrip {
  grid: RcdModeVerdicts
  island: RcdModeVerdicts
  verdict: Verdict
}

/** Time limits of a device type, as keys into the rule pack. */
export const RCD_TIME_LIMITS: Record<'general' | 'delayed', Record<'x1' | 'x5', { min?: LimitKey; max: LimitKey }>> = {
  general: { x1: { max: 'rcdGeneralX1Max' }, x5: { max: 'rcdGeneralX5Max' } },
  delayed: {
    x1: { min: 'rcdDelayedX1Min', max: 'rcdDelayedX1Max' },
    x5: { min: 'rcdDelayedX5Min', max: 'rcdDelayedX5Max' },
  },
}

/** Longest trip time of a class A ground-fault device in ms: `(20/I)^1.43` s, I in mA (E-9). */
export const gfciLimitMs = (testMa: number): number => 1000 * (20 / testMa) ** 1.43

/**
 * E-9: residual-current tests in grid and in island mode, each test judged and the worst of each mode; limits included.
 * Not tripping is Stop, a missing reading or mode Open, an instrument band across a limit Watch.
 */
export function residualCurrentTrip(input: ResidualCurrentTripInput): ResidualCurrentTrip {
  const grid = judgeMode(input, input.grid)
  const island = judgeMode(input, input.island)
  return { grid, island, verdict: worstVerdict([grid.verdict, island.verdict]) }
}

function judgeMode(input: ResidualCurrentTripInput, readings: RcdModeReadings | null): RcdModeVerdicts {
  if (readings === null) return { verdict: 'open' }
  const limits = RULE_PACKS[input.pack ?? 'iec-1ph-230'].limits
  return input.device === 'gfciA' ? judgeGfci(input, readings, limits) : judgeRcd(input, input.device, readings, limits)
}

const judgeTime = (
  time: TripTime | undefined,
  band: { min?: number; max: number },
  accuracy: InstrumentAccuracy | null,
): Verdict => (time === 'none' ? 'stop' : judgeBand(time, band, accuracy))

function judgeRcd(
  { iDeltaNMa, instrumentMs, instrumentMa }: ResidualCurrentTripInput,
  device: 'general' | 'delayed',
  readings: RcdModeReadings,
  limits: Readonly<Record<LimitKey, Limit>>,
): RcdModeVerdicts {
  const band = (test: 'x1' | 'x5') => {
    const { min, max } = RCD_TIME_LIMITS[device][test]
    return { ...(min && { min: limits[min].value }), max: limits[max].value }
  }
  const half =
    readings.halfTripped === null || readings.halfTripped === undefined
      ? 'open'
      : readings.halfTripped
        ? 'stop'
        : 'proven'
  const x1 = judgeTime(readings.x1Ms, band('x1'), instrumentMs)
  const x5 = judgeTime(readings.x5Ms, band('x5'), instrumentMs)
  const rampBand = { min: limits.rcdRampMinShare.value * iDeltaNMa, max: limits.rcdRampMaxShare.value * iDeltaNMa }
  const ramp = readings.rampMa === 'none' ? 'stop' : judgeBand(readings.rampMa, rampBand, instrumentMa)
  return { half, x1, x5, ramp, verdict: worstVerdict([half, x1, x5, ramp]) }
}

function judgeGfci(
  { instrumentMs, instrumentMa }: ResidualCurrentTripInput,
  readings: RcdModeReadings,
  limits: Readonly<Record<LimitKey, Limit>>,
): RcdModeVerdicts {
  const rampBand = { min: limits.gfciRampMin.value, max: limits.gfciRampMax.value }
  const ramp = readings.rampMa === 'none' ? 'stop' : judgeBand(readings.rampMa, rampBand, instrumentMa)
  const faults = readings.faults ?? []
  const limitMs = faults.map(({ testMa }) => gfciLimitMs(testMa))
  const each = faults.map(({ timeMs }, i) => judgeTime(timeMs, { max: limitMs[i] as number }, instrumentMs))
  return {
    ramp,
    limitMs,
    faults: each,
    verdict: worstVerdict([ramp, faults.length === 0 ? 'open' : worstVerdict(each)]),
  }
}
