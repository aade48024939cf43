'use client'
import { Box } from '@chakra-ui/react'
import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import { REACH_MM } from '@/core/fit/keepClear'
import type { FitItem } from '@/core/installation/fit'
import type { JudgedUnit, JudgedWall } from '@/core/fit/wallOfInstallation'
import { OBSTACLE_WORDS } from '@/schemas/fitFields'
import { colour } from '@/look/theme'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { trunkingLine, wallLayout } from './wallLayout'

interface WallDrawingProps {
  judged: JudgedWall
  /** Open snags that have a place on this wall. */
  snags: readonly FitItem<'snag'>[]
  selected: string | null
  edit: boolean
  onSelect: (tag: string | null) => void
  /** A unit is being moved; `settled` when it was let go. */
  onMove: (tag: string, place: { xMm: number; yMm: number }, settled: boolean) => void
}

const DRAG_STEP_MM = 10
const rounded = (mm: number, step: number) => Math.round(mm / step) * step
const mm = (value: number) => `${Math.round(value).toLocaleString('en')} mm`

/** What is wrong with a unit's place, in one line. */
export function placeWords({
  clearances: { violations, boardVerdict, boardMissingMm, controlsOutside, verdict },
}: JudgedUnit): string {
  if (violations === null) return 'Not placed yet.'
  const parts = [
    ...violations.map(({ with: other, missingMm }) => `${mm(missingMm)} short of ${SIDE_WORDS[other] ?? other}`),
    ...(boardVerdict === 'exceeds'
      ? [
          boardMissingMm && Object.values(boardMissingMm).some((missing) => missing > 0)
            ? `backing board short: ${Object.entries(boardMissingMm)
                .filter(([, missing]) => missing > 0)
                .map(([side, missing]) => `${side} ${mm(missing)}`)
                .join(', ')}`
            : 'backing board can burn',
        ]
      : boardVerdict === 'open'
        ? ['no board known to be non-combustible behind it']
        : []),
    ...(controlsOutside ?? []).map(
      (control) => `${control} out of reach (${REACH_MM.min}–${REACH_MM.max.toLocaleString('en')} mm)`,
    ),
  ]
  return parts.length === 0 ? (verdict === 'fits' ? 'Every clearance is kept.' : 'Open.') : `${parts.join('; ')}.`
}

const SIDE_WORDS: Readonly<Record<string, string>> = {
  floor: 'the floor',
  ceiling: 'the ceiling',
  leftEnd: 'the left end',
  rightEnd: 'the right end',
}

/** The wall in millimetres: what is in the way, the units with what they keep clear, and what is violated while one moves. */
export function WallDrawing({ judged, snags, selected, edit, onSelect, onMove }: WallDrawingProps) {
  const [ref, width] = useWidth<HTMLDivElement>(740)
  const { wall, obstacles, boards, units } = judged
  const layout = wallLayout(wall.detail, width)
  const { x, y, pxPerMm } = layout
  const grip = useRef<{ tag: string; dxMm: number; dyMm: number } | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  const under = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect() ?? { left: 0, top: 0 }
    return { xMm: (event.clientX - box.left - x(0)) / pxPerMm, yMm: (y(0) - (event.clientY - box.top)) / pxPerMm }
  }
  const take = (event: PointerEvent<SVGGElement>, { item: { tag, detail } }: JudgedUnit) => {
    onSelect(tag)
    if (!edit || detail.xMm === null || detail.yMm === null) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = under(event)
    grip.current = { tag, dxMm: at.xMm - detail.xMm, dyMm: at.yMm - detail.yMm }
  }
  const carry = (event: PointerEvent, settled: boolean) => {
    const held = grip.current
    if (!held) return
    const at = under(event)
    if (settled) grip.current = null
    onMove(
      held.tag,
      {
        xMm: Math.max(0, rounded(at.xMm - held.dxMm, DRAG_STEP_MM)),
        yMm: Math.max(0, rounded(at.yMm - held.dyMm, DRAG_STEP_MM)),
      },
      settled,
    )
  }
  const nudge = (event: KeyboardEvent, { item: { tag, detail } }: JudgedUnit) => {
    const step = event.shiftKey ? 1 : 10
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      onSelect(tag)
    }
    if (!by || !edit || detail.xMm === null || detail.yMm === null) return
    event.preventDefault()
    onMove(
      tag,
      { xMm: Math.max(0, detail.xMm + (by[0] as number)), yMm: Math.max(0, detail.yMm + (by[1] as number)) },
      true,
    )
  }
  const line = trunkingLine(judged)
  return (
    <Box ref={ref} px="10px" pb="6px" overflow="hidden">
      <svg
        ref={svg}
        data-testid="wall"
        width={layout.widthPx}
        height={layout.heightPx}
        viewBox={`0 0 ${layout.widthPx} ${layout.heightPx}`}
        style={{ display: 'block', touchAction: 'pan-y', userSelect: 'none' }}
      >
        <title>{`${wall.name}, ${mm(wall.detail.widthMm)} wide, ${mm(wall.detail.ceilingMm)} high`}</title>
        <defs>
          <pattern id="wall-hatch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V8" stroke={colour('rule2')} strokeWidth="1.6" />
          </pattern>
          <pattern id="wall-bad" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
            <path d="M0 0V8" stroke={colour('stop')} strokeWidth="2" />
          </pattern>
        </defs>
        <rect
          x={x(0)}
          y={y(wall.detail.ceilingMm)}
          width={wall.detail.widthMm * pxPerMm}
          height={wall.detail.ceilingMm * pxPerMm}
          fill={colour('sheet2')}
          stroke={colour('rule2')}
        />
        {boards.map(({ id, name, detail }) => (
          <rect
            key={id}
            x={x(detail.xMm)}
            y={y(detail.yMm + detail.heightMm)}
            width={detail.widthMm * pxPerMm}
            height={detail.heightMm * pxPerMm}
            fill={colour('sheet')}
            stroke={colour(detail.nonCombustible ? 'ink3' : 'sun')}
            strokeDasharray={detail.nonCombustible ? undefined : '5 3'}
          >
            <title>{name}</title>
          </rect>
        ))}
        <rect
          x={x(0)}
          y={y(REACH_MM.max)}
          width={wall.detail.widthMm * pxPerMm}
          height={(REACH_MM.max - REACH_MM.min) * pxPerMm}
          fill={colour('gridSoft')}
          opacity=".35"
        >
          <title>Reach of displays and isolators</title>
        </rect>
        {layout.ticksX.map((tick) => (
          <g key={tick}>
            <path d={`M${x(tick)} ${y(0)}v${tick % 1000 === 0 ? 6 : 3}`} stroke={colour('ink3')} />
            {tick % 1000 === 0 && (
              <Label x={x(tick)} y={layout.heightPx - 6} size={11.5} anchor="middle" tone="ink2">
                {tick / 1000} m
              </Label>
            )}
          </g>
        ))}
        {layout.ticksY.map((tick) => (
          <g key={tick}>
            <path d={`M${x(0)} ${y(tick)}h-${tick % 1000 === 0 ? 6 : 3}`} stroke={colour('ink3')} />
            {tick % 1000 === 0 && (
              <Label x={x(0) - 9} y={y(tick) + 4} size={11.5} anchor="end" tone="ink2">
                {tick / 1000} m
              </Label>
            )}
          </g>
        ))}
        <path d={`M${x(0)} ${y(0)}H${x(wall.detail.widthMm)}`} stroke={colour('ink')} strokeWidth="2.4" />
        {wall.detail.floodMm !== null && (
          <g>
            <path
              d={`M${x(0)} ${y(wall.detail.floodMm)}H${x(wall.detail.widthMm)}`}
              stroke={colour('neutral')}
              strokeWidth="1.6"
              strokeDasharray="7 4"
            />
            <Label
              x={x(wall.detail.widthMm) - 4}
              y={y(wall.detail.floodMm) - 4}
              size={11.5}
              anchor="end"
              tone="neutral"
              halo="sheet2"
            >
              water has stood here
            </Label>
          </g>
        )}
        {obstacles.map(({ id, name, detail }) => (
          <g key={id}>
            {detail.swing !== 'none' && (
              <rect
                x={x(detail.swing === 'left' ? detail.xMm - detail.widthMm : detail.xMm + detail.widthMm)}
                y={y(detail.yMm + detail.heightMm)}
                width={detail.widthMm * pxPerMm}
                height={detail.heightMm * pxPerMm}
                fill="none"
                stroke={colour('ink3')}
                strokeDasharray="2 4"
              />
            )}
            <rect
              x={x(detail.xMm)}
              y={y(detail.yMm + detail.heightMm)}
              width={detail.widthMm * pxPerMm}
              height={detail.heightMm * pxPerMm}
              fill="url(#wall-hatch)"
              stroke={colour('ink3')}
            >
              <title>{`${name}, ${OBSTACLE_WORDS[detail.obstacle]}`}</title>
            </rect>
            {detail.widthMm * pxPerMm > 34 && (
              <Label x={x(detail.xMm) + 4} y={y(detail.yMm + detail.heightMm) + 14} size={12} tone="ink2" halo="sheet2">
                {name.length * 6.2 > detail.widthMm * pxPerMm
                  ? `${name.slice(0, Math.max(2, Math.floor((detail.widthMm * pxPerMm) / 6.4)))}…`
                  : name}
              </Label>
            )}
          </g>
        ))}
        {line.length > 1 && (
          <path
            d={`M${line.map(({ xMm, yMm }) => `${x(xMm)} ${y(yMm)}`).join('L')}`}
            fill="none"
            stroke={colour('sun')}
            strokeWidth="3"
            strokeLinejoin="round"
            opacity=".8"
          >
            <title>Trunking from where the cables arrive</title>
          </path>
        )}
        <circle cx={x(wall.detail.entryXMm)} cy={y(wall.detail.entryYMm)} r="5" fill={colour('sun')}>
          <title>Cables arrive here</title>
        </circle>
        {units.map((unit) => {
          const {
            item: { tag, name, detail },
            clearances: { violations, verdict },
          } = unit
          if (detail.xMm === null || detail.yMm === null) return null
          const bad = verdict === 'exceeds'
          const chosen = selected === tag
          const [left, top, w, h] = [
            x(detail.xMm),
            y(detail.yMm + detail.heightMm),
            detail.widthMm * pxPerMm,
            detail.heightMm * pxPerMm,
          ]
          return (
            <g
              key={tag}
              data-unit={tag}
              role="button"
              tabIndex={0}
              aria-pressed={chosen}
              aria-label={`${name}, ${mm(detail.xMm)} from the left, ${mm(detail.yMm)} from the floor. ${placeWords(unit)}${edit ? ' Arrow keys move it by 10 mm, with Shift by 1 mm.' : ''}`}
              style={{ cursor: edit ? 'grab' : 'pointer', touchAction: 'none' }}
              onPointerDown={(event) => take(event, unit)}
              onPointerMove={(event) => carry(event, false)}
              onPointerUp={(event) => carry(event, true)}
              onPointerCancel={(event) => carry(event, true)}
              onKeyDown={(event) => nudge(event, unit)}
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
                <rect
                  x={left + 3}
                  y={top + 3}
                  width={Math.max(0, w - 6)}
                  height={Math.max(0, h - 6)}
                  fill={colour('sheet')}
                />
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
        })}
        {snags.map(
          ({ id, tag, name, detail }) =>
            detail.xMm !== null &&
            detail.yMm !== null && (
              <g key={id} transform={`translate(${x(detail.xMm)},${y(detail.yMm)})`}>
                <title>{`Snag: ${name}`}</title>
                <path
                  d="M0 0V-20H15L11 -15L15 -10H0"
                  fill={colour('stopSoft')}
                  stroke={colour('stop')}
                  strokeWidth="1.6"
                />
                <Label x={18} y={-9} size={12} weight={600} tone="stop" halo="sheet2">
                  {tag}
                </Label>
              </g>
            ),
        )}
      </svg>
    </Box>
  )
}
