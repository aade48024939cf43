import type { SVGProps } from 'react'
import type { JudgedUnit } from '@/core/fit/wallOfInstallation'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { SIDE_WORDS, placeWords, wholeMm } from './placeWords'
import type { WallLayout } from './wallLayout'

interface WallUnitProps extends Pick<
  SVGProps<SVGGElement>,
  'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel' | 'onKeyDown'
> {
  unit: JudgedUnit
  layout: WallLayout
  chosen: boolean
  edit: boolean
}

/** A unit on the wall with what it keeps clear, what is kept free for a later stack, and what is violated. */
export function WallUnit({ unit, layout: { x, y, pxPerMm }, chosen, edit, ...moves }: WallUnitProps) {
  const {
    item: { tag, name, detail },
    clearances: { violations, verdict },
  } = unit
  if (detail.xMm === null || detail.yMm === null) return null
  const bad = verdict === 'exceeds'
  const [left, top, w, h] = [
    x(detail.xMm),
    y(detail.yMm + detail.heightMm),
    detail.widthMm * pxPerMm,
    detail.heightMm * pxPerMm,
  ]
  return (
    <g
      data-unit={tag}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${name}, ${wholeMm(detail.xMm)} from the left, ${wholeMm(detail.yMm)} from the floor. ${placeWords(unit)}${edit ? ' Arrow keys move it by 10 mm, with Shift by 1 mm.' : ''}`}
      style={{ cursor: edit ? 'grab' : 'pointer', touchAction: 'none' }}
      {...moves}
    >
      <rect
        x={left - detail.clearLeftMm * pxPerMm}
        y={top - (detail.clearTopMm + detail.reserveTopMm) * pxPerMm}
        width={w + (detail.clearLeftMm + detail.clearRightMm + detail.reserveRightMm) * pxPerMm}
        height={h + (detail.clearTopMm + detail.clearBottomMm + detail.reserveTopMm) * pxPerMm}
        fill="none"
        stroke={colour(bad ? 'stop' : 'grid')}
        strokeDasharray="4 3"
        opacity=".8"
      />
      {(detail.reserveRightMm > 0 || detail.reserveTopMm > 0) && (
        <rect
          x={left}
          y={top - detail.reserveTopMm * pxPerMm}
          width={w + detail.reserveRightMm * pxPerMm}
          height={h + detail.reserveTopMm * pxPerMm}
          fill={colour('gridSoft')}
          stroke={colour('grid')}
          strokeDasharray="2 3"
        >
          <title>Kept free for a later stack</title>
        </rect>
      )}
      <rect
        x={left}
        y={top}
        width={w}
        height={h}
        fill={bad ? 'url(#wall-bad)' : colour('sheet')}
        stroke={colour(bad ? 'stop' : 'ink')}
        strokeWidth={chosen ? 3 : 1.6}
      />
      {bad && (
        <rect x={left + 3} y={top + 3} width={Math.max(0, w - 6)} height={Math.max(0, h - 6)} fill={colour('sheet')} />
      )}
      <Label
        x={left + w / 2}
        y={top + Math.min(h / 2, 22)}
        size={13}
        weight={600}
        anchor="middle"
        tone={bad ? 'stop' : 'ink'}
      >
        {name.length * 7 > w ? tag : name}
      </Label>
      {(violations ?? []).slice(0, 3).map(({ with: other, missingMm }, k) => (
        <Label
          key={other}
          x={left + w / 2}
          y={top + Math.min(h / 2, 22) + 16 * (k + 1)}
          size={12}
          anchor="middle"
          tone="stop"
        >{`${Math.round(missingMm)} mm: ${SIDE_WORDS[other]?.replace('the ', '') ?? other}`}</Label>
      ))}
    </g>
  )
}
