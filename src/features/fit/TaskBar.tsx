'use client'
import type { SVGProps } from 'react'
import { clockText } from '@/core/fit/clockText'
import type { FitItem } from '@/core/installation/fit'
import { colour } from '@/look/colour'
import type { ColourName } from '@/look/palette'
import { Label } from '@/ui/charts/Label'
import { shortened } from '@/ui/charts/shortened'
import { type DayBar, LANE_PX, TOP_PX } from './dayLayout'

/** How far a task is, as recorded on site. */
export type TaskProgress = 'begun' | 'done'
const PROGRESS_WORDS: Readonly<Record<TaskProgress, string>> = { begun: 'under way', done: 'done' }
/** Width of a letter of a task's name, about. */
const LETTER_PX = 6.3

interface TaskBarProps {
  bar: DayBar
  /** Where it is drawn while it is carried. */
  carried: { x: number; atMin: number } | null
  item: FitItem<'task'> | undefined
  progress: TaskProgress | undefined
  /** It decides when the day ends. */
  isCritical: boolean
  isSelected: boolean
  edit: boolean
  /** Pointer and keys. */
  hands: Pick<
    SVGProps<SVGGElement>,
    'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel' | 'onKeyDown'
  >
}

/** A task in the lane of one of its people; of those it is one button, in the lane of the first. */
export function TaskBar({ bar, carried, item, progress, isCritical, isSelected, edit, hands }: TaskBarProps) {
  const { task, person, lane, width } = bar
  const name = item?.name ?? task.id
  const isPinned = (item?.detail.pinnedMin ?? null) !== null
  const x = carried?.x ?? bar.x
  const y = TOP_PX + lane * LANE_PX
  const room = Math.floor((width - 10) / LETTER_PX)
  const told = progress === undefined ? '' : PROGRESS_WORDS[progress]
  const spoken = [
    `${name}, ${clockText(task.startMin)} to ${clockText(task.endMin)}`,
    isCritical && 'decides the end',
    isPinned && 'pinned',
    told,
  ]
  const button = {
    role: 'button',
    tabIndex: 0,
    'aria-pressed': isSelected,
    'aria-label': `${spoken.filter(Boolean).join(', ')}.${edit ? ' Arrow keys pin it a quarter of an hour earlier or later.' : ''}`,
  }
  return (
    <g
      data-task={task.id}
      {...(task.people[0] === person ? button : {})}
      style={{ cursor: edit ? 'grab' : 'pointer', touchAction: 'none' }}
      {...hands}
    >
      <rect
        x={x + 0.5}
        y={y + 5}
        width={Math.max(3, width - 1)}
        height={LANE_PX - 10}
        rx="3"
        fill={colour(fillOf(progress, item))}
        {...edgeOf(isSelected, isCritical)}
        opacity={carried ? 0.75 : 1}
      />
      {isPinned && <path d={`M${x + 7} ${y + 2}v9m-4-7h8`} stroke={colour('ember')} strokeWidth="2.4" />}
      {room > 2 && (
        <Label x={x + 6} y={y + 24} size={12.5} tone="ink">
          {shortened(name, room)}
        </Label>
      )}
      {width > 52 && (
        <Label x={x + 6} y={y + 38} size={12} tone="ink2">
          {carried ? clockText(carried.atMin) : `${clockText(task.startMin)} ${told}`.trim()}
        </Label>
      )}
    </g>
  )
}

function fillOf(progress: TaskProgress | undefined, item: FitItem<'task'> | undefined): ColourName {
  if (progress === 'done') return 'provenSoft'
  return item?.detail.powerOff ? 'sunSoft' : 'gridSoft'
}

function edgeOf(isSelected: boolean, isCritical: boolean) {
  if (isSelected) return { stroke: colour('ember'), strokeWidth: 2.6 }
  return isCritical ? { stroke: colour('ink'), strokeWidth: 2 } : { stroke: colour('rule2'), strokeWidth: 1 }
}
