import { line, scaleLinear, scaleLog } from 'd3'
import { lostNeutral } from '@/core/earthing/lostNeutral'

export interface LostNeutralChart {
  curve: string
  x: (ohm: number) => number
  y: (volts: number) => number
  xTicks: { x: number; label: string }[]
  yTicks: { y: number; label: string }[]
}

/** Electrodes from a good array to a bad rod. */
const OHM_RANGE = [1, 300] as const
const OHM_TICKS = [1, 2, 5, 10, 20, 50, 100, 200] as const
const STEPS = 60
const LEFT = 46

/** E-5 as a curve: the touch voltage over the resistance of the electrode, for the loads that run. */
export function lostNeutralLayout(
  nominalV: number,
  loadsW: readonly number[],
  size: { width: number; height: number },
): LostNeutralChart {
  const x = scaleLog(OHM_RANGE, [LEFT, size.width - 14])
  const y = scaleLinear([0, nominalV], [size.height - 26, 10])
  const touchV = (raOhm: number) =>
    lostNeutral({ nominalV, loadsW, raOhm, limitV: nominalV, instrument: null }).touchV ?? 0
  const ohms = Array.from({ length: STEPS + 1 }, (_, k) => OHM_RANGE[0] * (OHM_RANGE[1] / OHM_RANGE[0]) ** (k / STEPS))
  return {
    curve: line<number>(x, (ohm) => y(touchV(ohm)))(ohms) ?? '',
    x,
    y,
    xTicks: OHM_TICKS.map((ohm) => ({ x: x(ohm), label: String(ohm) })),
    yTicks: y.ticks(4).map((volts) => ({ y: y(volts), label: `${volts} V` })),
  }
}
