'use client'
import { Box, Text } from '@chakra-ui/react'
import type { CrewPerson } from '@/core/fit/crewDay'
import type { CrewSchedule } from '@/core/fit/crewSchedule'
import type { FitItem } from '@/core/installation/fit'
import { useWidth } from '@/ui/useWidth'
import { DayGround } from './DayGround'
import { TaskBar, type TaskProgress } from './TaskBar'
import { type DayStrip, LANE_PX, TOP_PX, dayStrips } from './dayLayout'
import { type Pinning, useCarriedTask } from './useCarriedTask'

const LEAST_WIDTH_PX = 480

interface DayLanesProps extends Pinning {
  schedule: CrewSchedule
  people: readonly (CrewPerson & { name: string })[]
  tasks: readonly FitItem<'task'>[]
  progress: ReadonlyMap<string, TaskProgress>
  selected: string | null
}

/** One lane a person: tasks where they are planned, the chain that decides the end outlined, the time without supply behind. A task is dragged, or moved by keys, to pin it. */
export function DayLanes(props: DayLanesProps) {
  const { schedule, people } = props
  const [ref, measuredPx] = useWidth<HTMLDivElement>(740)
  const width = Math.max(LEAST_WIDTH_PX, measuredPx)
  return (
    <Box ref={ref} px="10px" pb="8px" overflowX="auto">
      {dayStrips(schedule, people, width).map((strip) => (
        <DayOne key={strip.day} strip={strip} width={width} {...props} />
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
  ...pinning
}: DayLanesProps & { strip: DayStrip; width: number }) {
  const { svg, heldAtMin, take, carry, letGo, drop, press } = useCarriedTask(strip, pinning)
  const height = TOP_PX + people.length * LANE_PX + 18
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
        <DayGround strip={strip} people={people} width={width} height={height} />
        {strip.bars.map((bar) => {
          const tag = bar.task.id
          const atMin = heldAtMin(tag)
          return (
            <TaskBar
              key={`${tag}-${bar.person}`}
              bar={bar}
              carried={atMin === null ? null : { x: strip.x(atMin), atMin }}
              item={tasks.find((task) => task.tag === tag)}
              progress={progress.get(tag)}
              isCritical={schedule.critical.includes(tag)}
              isSelected={selected === tag}
              edit={pinning.edit}
              hands={{
                onPointerDown: (event) => take(event, bar),
                onPointerMove: carry,
                onPointerUp: () => letGo(bar),
                onPointerCancel: drop,
                onKeyDown: (event) => press(event, bar),
              }}
            />
          )
        })}
      </svg>
    </Box>
  )
}
