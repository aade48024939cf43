'use client'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import type { FitEditing } from './FitItemOverlay'
import type { CrewDay } from './useCrewDay'

/** What the day lacks before it can be planned, and what has no place in it. */
export function DayNotices({
  day: { people, tasks, schedule, faults, nameOf, reasonWords },
  edit,
  busy,
  setEditing,
  onPropose,
}: {
  day: CrewDay
  edit: boolean
  busy: boolean
  setEditing: (editing: FitEditing) => void
  onPropose: () => void
}) {
  const waiting = schedule?.unplaced.filter(({ reason }) => reason.code === 'waitsFor') ?? []
  const roots = schedule?.unplaced.filter((one) => !waiting.includes(one)) ?? []
  return (
    <>
      {people.length === 0 && (
        <EmptyState
          title="Nobody is in the crew yet"
          action={
            edit && (
              <Button
                size="sm"
                variant="act"
                onClick={() => setEditing({ kind: 'person', item: null, first: { fromMin: 480, toMin: 1020 } })}
              >
                Add a person
              </Button>
            )
          }
        >
          Say who comes, from when to when, and who is licensed.
        </EmptyState>
      )}
      {tasks.length === 0 && (
        <EmptyState
          title="No tasks yet"
          action={
            edit && (
              <Button size="sm" variant="act" disabled={busy} onClick={() => onPropose()}>
                Take the tasks from the plan
              </Button>
            )
          }
        >
          They come from the plan, with durations from earlier jobs where there are some; then change what is different
          here.
        </EmptyState>
      )}
      {faults.map(({ id, field, reason }) => (
        <Notice
          key={`${id}${field}`}
          kind="error"
          mx="14px"
          mb="6px"
          action={
            edit && (
              <Button
                size="sm"
                onClick={() => setEditing({ kind: 'task', item: tasks.find(({ tag }) => tag === id) ?? null })}
              >
                Change it
              </Button>
            )
          }
        >
          {nameOf(id)}: {reasonWords(reason)}
        </Notice>
      ))}
      {schedule && schedule.unplaced.length > 0 && (
        <Notice kind="caution" mx="14px" mb="8px">
          This is not the whole day.{' '}
          {roots.map(({ id, reason }) => `${nameOf(id)} has no place: ${reasonWords(reason)}`).join(' ')}
          {waiting.length > 0 &&
            ` With ${roots.length === 1 ? 'it' : 'them'} wait ${waiting.map(({ id }) => nameOf(id)).join(', ')}.`}
        </Notice>
      )}
    </>
  )
}
