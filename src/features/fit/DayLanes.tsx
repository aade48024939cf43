'use client'
import { Box, Text } from '@chakra-ui/react'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { clockText } from '@/core/fit/clockText'
import { DAY_MIN, type CrewPerson } from '@/core/fit/crewDay'
import type { CrewSchedule } from '@/core/fit/crewSchedule'
import type { FitItem } from '@/core/installation/fit'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { type DayBar, type DayStrip, dayStrips } from './dayLayout'

const LANE_PX = 46
const TOP_PX = 20
/** Pins snap to this. */
const SNAP_MIN = 5

interface DayLanesProps {
  schedule: CrewSchedule
  people: readonly (CrewPerson & { name: string })[]
  tasks: readonly FitItem<'task'>[]
  /** How far each task is, as recorded on site. */
  progress: ReadonlyMap<string, 'begun' | 'done'>
  selected: string | null
  edit: boolean
  onSelect: (tag: string | null) => void
  onPin: (tag: string, atMin: number) => void
}

/** One lane a person: tasks where they are planned, the chain that decides the end outlined, the time without supply behind. A task is dragged, or moved by keys, to pin it. */
export function DayLanes(props: DayLanesProps) {
  const { schedule, people } = props
  const [ref, width] = useWidth<HTMLDivElement>(740)
  const strips = dayStrips(schedule, people, Math.max(480, width))
  return (
    <Box ref={ref} px="10px" pb="8px" overflowX="auto">
      {strips.map((strip) => (
        <DayOne key={strip.day} strip={strip} width={Math.max(480, width)} {...props} />
      ))}
    </Box>
  )
}

function DayOne({
  strip,
  width,
  schedule,
  people,
  tasks,
  progress,
  selected,
  edit,
  onSelect,
  onPin,
}: DayLanesProps & { strip: DayStrip; width: number }) {
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<{ tag: string; gripMin: number; atMin: number } | null>(null)
  const height = TOP_PX + people.length * LANE_PX + 18
  const minutesUnder = (event: PointerEvent) =>
    strip.minutesAt(event.clientX - (svg.current?.getBoundingClientRect().left ?? 0))
  const snapped = (minutes: number) => Math.round(minutes / SNAP_MIN) * SNAP_MIN
  const take = (event: PointerEvent<SVGGElement>, { task }: DayBar) => {
    onSelect(task.id)
    if (!edit) return
    event.currentTarget.setPointerCapture(event.pointerId)
    setHeld({ tag: task.id, gripMin: minutesUnder(event) - task.startMin, atMin: task.startMin })
  }
  const carry = (event: PointerEvent) => {
    if (held) setHeld({ ...held, atMin: Math.max(strip.fromMin, snapped(minutesUnder(event) - held.gripMin)) })
  }
  const letGo = ({ task }: DayBar) => {
    if (held && held.atMin !== task.startMin) onPin(held.tag, held.atMin)
    setHeld(null)
  }
  const nudge = (event: KeyboardEvent, { task }: DayBar) => {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      onSelect(task.id)
    }
    const by = { ArrowLeft: -15, ArrowRight: 15 }[event.key]
    if (!by || !edit) return
    event.preventDefault()
    event.stopPropagation()
    onPin(task.id, Math.max(strip.fromMin, task.startMin + by))
  }
  return (
    <Box>
      {strip.day > 0 && (
        <Text fontSize="14px" fontWeight="600" color="sun" mt="6px">
          {strip.day === 1 ? 'Next day' : `Day ${strip.day + 1}`}: what slips
        </Text>
      )}
      <svg
        ref={svg}
        data-testid={`day-${strip.day}`}
        width={width}
        height={height}
        style={{ display: 'block', touchAction: 'pan-y', userSelect: 'none' }}
      >
        <title>{`Day ${strip.day + 1} of the crew`}</title>
        {strip.off.map(({ x, width: w }) => (
          <g key={x}>
            <rect
              x={x}
              y={TOP_PX - 4}
              width={w}
              height={height - TOP_PX + 4}
              fill={colour('emberSoft')}
              opacity=".55"
            />
            <Label x={x + 4} y={height - 4} size={12} tone="ember" weight={600}>
              {w > 60 ? 'no supply' : 'off'}
            </Label>
          </g>
        ))}
        {strip.hours.map(({ x, label }) => (
          <g key={x}>
            <path d={`M${x} ${TOP_PX}V${height}`} stroke={colour('rule')} />
            <Label x={x} y={10} size={12} anchor="middle" tone="ink3" halo="sheet">
              {label}
            </Label>
          </g>
        ))}
        {people.map(({ id, name, licensed }, lane) => (
          <g key={id}>
            <path d={`M0 ${TOP_PX + lane * LANE_PX}H${width}`} stroke={colour('rule')} />
            <Label x={2} y={TOP_PX + lane * LANE_PX + 20} size={13} weight={600} tone="ink">
              {name.length > 13 ? `${name.slice(0, 12)}…` : name}
            </Label>
            <Label x={2} y={TOP_PX + lane * LANE_PX + 36} size={12} tone="ink2">
              {licensed ? 'licensed' : 'hand'}
            </Label>
          </g>
        ))}
        {strip.bars.map((bar) => {
          const { task, person, lane } = bar
          const item = tasks.find(({ tag }) => tag === task.id)
          const name = item?.name ?? task.id
          const carried = held?.tag === task.id
          const x = carried ? strip.x(held.atMin) : bar.x
          const critical = schedule.critical.includes(task.id)
          const state = progress.get(task.id)
          const first = task.people[0] === person
          const room = Math.floor((bar.width - 10) / 6.3)
          return (
            <g
              key={`${task.id}-${person}`}
              data-task={task.id}
              role={first ? 'button' : undefined}
              tabIndex={first ? 0 : undefined}
              aria-pressed={first ? selected === task.id : undefined}
              aria-label={
                first
                  ? `${name}, ${clockText(task.startMin)} to ${clockText(task.endMin)}${critical ? ', decides the end' : ''}${item?.detail.pinnedMin != null ? ', pinned' : ''}${state === 'done' ? ', done' : state === 'begun' ? ', under way' : ''}.${edit ? ' Arrow keys pin it a quarter of an hour earlier or later.' : ''}`
                  : undefined
              }
              style={{ cursor: edit ? 'grab' : 'pointer', touchAction: 'none' }}
              onPointerDown={(event) => take(event, bar)}
              onPointerMove={carry}
              onPointerUp={() => letGo(bar)}
              onPointerCancel={() => setHeld(null)}
              onKeyDown={(event) => nudge(event, bar)}
            >
              <rect
                x={x + 0.5}
                y={TOP_PX + lane * LANE_PX + 5}
                width={Math.max(3, bar.width - 1)}
                height={LANE_PX - 10}
                rx="3"
                fill={colour(state === 'done' ? 'provenSoft' : item?.detail.powerOff ? 'sunSoft' : 'gridSoft')}
                stroke={colour(selected === task.id ? 'ember' : critical ? 'ink' : 'rule2')}
                strokeWidth={selected === task.id ? 2.6 : critical ? 2 : 1}
                opacity={carried ? 0.75 : 1}
              />
              {item?.detail.pinnedMin != null && (
                <path
                  d={`M${x + 7} ${TOP_PX + lane * LANE_PX + 2}v9m-4-7h8`}
                  stroke={colour('ember')}
                  strokeWidth="2.4"
                />
              )}
              {room > 2 && (
                <Label x={x + 6} y={TOP_PX + lane * LANE_PX + 24} size={12.5} tone="ink">
                  {name.length <= room ? name : `${name.slice(0, Math.max(1, room - 1))}…`}
                </Label>
              )}
              {bar.width > 52 && (
                <Label x={x + 6} y={TOP_PX + lane * LANE_PX + 38} size={12} tone="ink2">
                  {carried
                    ? clockText(held.atMin)
                    : `${clockText(task.startMin)}${state === 'done' ? ' done' : state === 'begun' ? ' under way' : ''}`}
                </Label>
              )}
            </g>
          )
        })}
      </svg>
    </Box>
  )
}

/** A minute of the schedule in words, with its day when it is a later one. */
export const whenWords = (minutes: number): string =>
  minutes >= DAY_MIN ? `${clockText(minutes)} on day ${Math.floor(minutes / DAY_MIN) + 1}` : clockText(minutes)
