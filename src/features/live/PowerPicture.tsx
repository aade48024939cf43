import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import type { Flow } from './powerWords'

const ROW = 44
const TOP = 14
/** Thickest and thinnest that a conductor is drawn. */
const THICK = [2, 16] as const
const HEAD = 9

const INK: Readonly<Record<Flow['part'], ColourName>> = {
  street: 'grid',
  pv: 'sun',
  battery: 'proven',
  vehicle: 'neutral',
  house: 'ink2',
  heatPump: 'ink3',
}

/** How thick a power is drawn beside the largest there is. */
const thickness = (watts: number, largestW: number) =>
  THICK[0] + (THICK[1] - THICK[0]) * Math.min(1, Math.abs(watts) / Math.max(largestW, 500))

/** The house as a bar that everything hangs on: what gives comes in from the left, what takes leaves to the right, each as thick as its power. */
export function PowerPicture({ flows, width }: { flows: readonly Flow[]; width: number }) {
  const main = flows.filter(({ part }) => part !== 'heatPump')
  const height = TOP * 2 + main.length * ROW
  const wordsW = Math.min(230, Math.max(128, width * 0.32))
  const barX = Math.round(wordsW + (width - wordsW) * 0.5)
  const largestW = Math.max(...main.map(({ intoHouseW }) => Math.abs(intoHouseW ?? 0)), 1)
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={flows.map(({ name, words }) => `${name} ${words}`).join('; ')}
      style={{ display: 'block' }}
    >
      <rect x={barX - 5} y={TOP} width={10} height={main.length * ROW} fill={colour('ink')} rx={2} />
      {main.map((flow, k) => {
        const y = TOP + k * ROW + ROW / 2
        return (
          <g key={flow.part}>
            <Label x={0} y={y - 3} size={15} weight={600} tone="ink">
              {flow.name}
            </Label>
            <Label x={0} y={y + 13} size={12.5} tone="ink2">
              {flow.words}
            </Label>
            <Conductor flow={flow} y={y} barX={barX} from={wordsW} to={width} largestW={largestW} />
          </g>
        )
      })}
    </svg>
  )
}

function Conductor({
  flow: { part, intoHouseW },
  y,
  barX,
  from,
  to,
  largestW,
}: {
  flow: Flow
  y: number
  barX: number
  from: number
  to: number
  largestW: number
}) {
  if (intoHouseW === null)
    return (
      <path
        d={`M${from} ${y}H${barX - 6}`}
        stroke={colour('rule2')}
        strokeDasharray="3 4"
        strokeWidth={1.5}
        fill="none"
      />
    )
  const thick = thickness(intoHouseW, largestW)
  const ink = colour(INK[part])
  const still = Math.abs(intoHouseW) < 10
  const giving = intoHouseW > 0
  const tip = giving ? barX - 6 : to - 4
  const start = giving ? from : barX + 6
  const half = thick / 2 + 3.5
  return (
    <g>
      <path
        d={`M${start} ${y}H${still ? tip : tip - HEAD}`}
        stroke={still ? colour('rule2') : ink}
        strokeWidth={still ? 1.5 : thick}
        fill="none"
      />
      {!still && <path d={`M${tip} ${y}l${-HEAD} ${-half}v${2 * half}z`} fill={ink} />}
      {!still && (
        <Label
          x={(start + tip) / 2}
          y={y - thick / 2 - 4}
          anchor="middle"
          size={13}
          weight={600}
          tone="ink"
          halo="sheet"
        >
          {formatQuantity(Math.abs(intoHouseW), 'W', 3)}
        </Label>
      )}
    </g>
  )
}
