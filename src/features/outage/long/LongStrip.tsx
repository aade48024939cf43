import { colour } from '@/look/colour'
import { scaleLinear } from 'd3-scale'
import { timeOfRowS } from '@/core/outage/long/rowClock'
import { Label } from '@/ui/charts/Label'
import type { LookedThrough } from '@/workers/longCalls'

const HEIGHT = 72
const LEFT = 54
const RIGHT = 14
const FOOT = 18
/** Room above nominal. */
const TOP_SHARE = 1.2

/** Band between lowest and highest RMS, as one closed path. */
function bandPath(
  { low, high, rowsPerBlock }: LookedThrough['scan']['overview'][number],
  x: (row: number) => number,
  y: (volts: number) => number,
): string {
  const at = (block: number, volts: number) => `${x((block + 0.5) * rowsPerBlock).toFixed(1)},${y(volts).toFixed(1)}`
  const there = Array.from(high, (volts, block) => at(block, volts))
  const back = Array.from(low, (volts, block) => at(block, volts)).reverse()
  return `M${[...there, ...back].join('L')}Z`
}

/** The whole recording: RMS of its voltages, lowest to highest, with its parts marked; press one to look at it. */
export function LongStrip({
  looked: { scan, parts },
  chosen,
  choose,
  width,
}: {
  looked: LookedThrough
  chosen: number
  choose: (index: number) => void
  width: number
}) {
  const lastsS = timeOfRowS(scan.clock, scan.rows)
  const ofTime = scaleLinear([0, lastsS], [LEFT, Math.max(LEFT + 1, width - RIGHT)])
  const x = (row: number) => ofTime(timeOfRowS(scan.clock, row))
  const y = scaleLinear([0, scan.nominalV * TOP_SHARE], [HEIGHT - FOOT, 4])
  const minutes = ofTime.copy().domain([0, lastsS / 60])
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`RMS over the whole recording, with ${parts.length} ${parts.length === 1 ? 'place' : 'places'} marked`}
      data-testid="longStrip"
      style={{ display: 'block' }}
    >
      <rect x={LEFT} y="0" width={width - LEFT - RIGHT} height={HEIGHT - FOOT} fill={colour('sheet2')} />
      {parts.map(({ from, to, firstRow }, index) => (
        <rect
          key={firstRow}
          x={x(from) - 1}
          y="0"
          width={Math.max(5, x(to) - x(from))}
          height={HEIGHT - FOOT}
          fill={colour('emberSoft')}
          stroke={colour(index === chosen ? 'ember' : 'rule2')}
          strokeWidth={index === chosen ? 2 : 1}
          style={{ cursor: 'pointer' }}
          onClick={() => choose(index)}
        />
      ))}
      {scan.overview.map((one) => (
        <path
          key={one.id}
          d={bandPath(one, x, y)}
          fill={colour('ink2')}
          stroke={colour('ink2')}
          strokeWidth="1"
          pointerEvents="none"
        />
      ))}
      <Label x={LEFT - 6} y={y(scan.nominalV) + 4} anchor="end" size={12}>
        {scan.nominalV} V
      </Label>
      {minutes.ticks(6).map((minute) => (
        <Label key={minute} x={minutes(minute)} y={HEIGHT - 4} anchor="middle" size={12}>
          {minute === 0 ? '0 min' : minute}
        </Label>
      ))}
    </svg>
  )
}
