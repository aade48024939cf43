import type { Electrode } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { ROW_PX, wordRows } from './groundSectionLayout'
import { type ProbePlace, shareText } from './probesOf'

/** How deep the ground is drawn. */
export const GROUND_PX = 74
const STONE_PX = 23

/** The ground itself, with the stones in it. */
export function Soil({ surface, width }: { surface: number; width: number }) {
  return (
    <>
      <rect x="0" y={surface} width={width} height={GROUND_PX} fill={colour('sheet2')} />
      {Array.from({ length: Math.ceil(width / STONE_PX) }, (_, k) => (
        <path
          key={k}
          d={`M${k * STONE_PX + (k % 3) * 5} ${surface + 12 + ((k * 37) % 50)}l5 2`}
          stroke={colour('rule2')}
          strokeLinecap="round"
        />
      ))}
      <path d={`M0 ${surface}H${width}`} stroke={colour('earth')} strokeWidth="2.4" />
    </>
  )
}

interface RodProps {
  electrode: Electrode
  x: number
  surface: number
  /** What flows in its conductor; `null` while nobody clamped it. */
  clampA: number | null
  /** From so much on it may not be opened. */
  forbidsA: number
  /** Of a clamp-on reading. */
  loopOhm: number | null
}

/** The electrode in the ground, and what flows in its conductor. */
export function Rod({ electrode, x, surface, clampA, forbidsA, loopOhm }: RodProps) {
  return (
    <>
      <path d={`M${x} ${surface - 12}V${surface + 58}`} stroke={colour('ink')} strokeWidth="5" strokeLinecap="round" />
      <Label x={x + 10} y={surface + 50} size={13} weight={600} tone="ink">
        {electrode.kind} {electrode.tag}
      </Label>
      <Label x={x + 10} y={surface + 66} size={12.5} tone={clampTone(clampA, forbidsA)}>
        {clampA === null ? 'clamp its conductor first' : `clamp ${formatQuantity(clampA, 'A')}`}
      </Label>
      {loopOhm !== null && (
        <Label x={x + 10} y={surface + 18} size={12.5} weight={600} tone="ink">
          {`clamp-on ${formatQuantity(loopOhm, 'Ω')}, conductor closed`}
        </Label>
      )}
    </>
  )
}

function clampTone(clampA: number | null, forbidsA: number) {
  if (clampA === null) return 'open'
  return clampA >= forbidsA ? 'stop' : 'ink2'
}

interface ProbesProps {
  places: readonly ProbePlace[]
  has: (slot: string) => boolean
  x: (share: number) => number
  surface: number
}

/** The probes as they stand in the ground: those that were read at in full line. */
export function ProbesInGround({ places, has, x, surface }: ProbesProps) {
  const rows = wordRows(places, x)
  return (
    <>
      {places.map(({ slot, share }, k) => (
        <g key={slot}>
          <path
            d={`M${x(share)} ${surface - 8}V${surface + 16}`}
            stroke={colour(has(slot) ? 'ink' : 'rule2')}
            strokeWidth="3"
            strokeDasharray={has(slot) ? undefined : '3 3'}
          />
          <Label x={x(share)} y={surface + 31 + ROW_PX * (rows[k] ?? 0)} anchor="middle" size={12} tone="ink2">
            {shareText(share)}
          </Label>
        </g>
      ))}
      <path
        d={`M${x(1)} ${surface - 8}V${surface + 26}`}
        stroke={colour('ink2')}
        strokeWidth="4"
        strokeLinecap="round"
      />
      <Label x={x(1) + 20} y={surface + 44} anchor="end" size={12} tone="ink2">
        current probe
      </Label>
    </>
  )
}
