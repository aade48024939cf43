import { scaleLinear } from 'd3'
import type { CrewSchedule, PlannedTask } from '@/core/fit/crewSchedule'
import { type CrewPerson, DAY_MIN } from '@/core/fit/crewDay'

export interface DayBar {
  task: PlannedTask
  person: string
  lane: number
  x: number
  width: number
}

/** One day of the schedule on the page. */
export interface DayStrip {
  day: number
  fromMin: number
  toMin: number
  bars: DayBar[]
  hours: { x: number; label: string }[]
  off: { x: number; width: number }[]
  x: (minutes: number) => number
  /** Minutes of the schedule under a point of the page. */
  minutesAt: (px: number) => number
}

/** Height of a person's lane, and what lies above the first. */
export const LANE_PX = 46
export const TOP_PX = 20
/** Room for a person's name before the lane. */
const LANE_WORDS_PX = 104
const HOUR = 60

/** The schedule as strips, one a day that has work; hours are whole and the same on every day. */
export function dayStrips(
  { planned, powerOff }: Pick<CrewSchedule, 'planned' | 'powerOff'>,
  people: readonly CrewPerson[],
  widthPx: number,
): DayStrip[] {
  if (people.length === 0) return []
  const opens = Math.floor(Math.min(...people.map(({ fromMin }) => fromMin)) / HOUR) * HOUR
  const closes = Math.ceil(Math.max(...people.map(({ toMin }) => toMin)) / HOUR) * HOUR
  const days = [...new Set([0, ...planned.map(({ startMin }) => Math.floor(startMin / DAY_MIN))])].sort((a, b) => a - b)
  return days.map((day) => {
    const fromMin = day * DAY_MIN + opens
    const x = scaleLinear([fromMin, day * DAY_MIN + closes], [LANE_WORDS_PX, widthPx - 8])
    const own = planned.filter(({ startMin }) => Math.floor(startMin / DAY_MIN) === day)
    return {
      day,
      fromMin,
      toMin: day * DAY_MIN + closes,
      x: (minutes) => x(minutes),
      minutesAt: (px) => x.invert(px),
      bars: own.flatMap((task) =>
        task.people.map((person) => ({
          task,
          person,
          lane: people.findIndex(({ id }) => id === person),
          x: x(task.startMin),
          width: x(task.endMin) - x(task.startMin),
        })),
      ),
      hours: Array.from({ length: (closes - opens) / HOUR + 1 }, (_, k) => ({
        x: x(fromMin + k * HOUR),
        label: String((opens / HOUR + k) % 24),
      })),
      off: powerOff
        .filter((one) => Math.floor(one.fromMin / DAY_MIN) === day)
        .map((one) => ({ x: x(one.fromMin), width: x(one.toMin) - x(one.fromMin) })),
    }
  })
}
