'use client'
import { newModels } from '@/core/fit/firstTime'
import { paperWords, papersOfInstallation } from '@/core/plan/papersOfInstallation'
import { Button } from '@/ui/Button'
import { day as dated } from '@/ui/clock'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { AddPeople } from './AddPeople'
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
  const {
    view,
    record: { installation, today },
  } = useJob()
  const waiting = schedule?.unplaced.filter(({ reason }) => reason.code === 'waitsFor') ?? []
  const roots = schedule?.unplaced.filter((one) => !waiting.includes(one)) ?? []
  const fresh = newModels(installation.components, view.crewTimes.knownModels)
  const papers = papersOfInstallation(installation, today, view.scheduledDay)
  return (
    <>
      {papers.map((paper) => {
        const words = paperWords(paper, paper.expectedOn && dated(paper.expectedOn))
        return (
          words !== null && (
            <Notice
              key={paper.tag}
              kind={paper.state === 'refused' ? 'error' : paper.state === 'inTime' ? 'info' : 'caution'}
              mx="14px"
              mb="6px"
            >
              {words}
            </Notice>
          )
        )
      })}
      {fresh.length > 0 && tasks.length > 0 && (
        <Notice kind="info" mx="14px" mb="6px">
          The first time with {fresh.join(' and ')}:{' '}
          {Object.keys(view.crewTimes.firstTimeFactor).length > 0
            ? 'tasks taken from the plan are longer by what your first times with others took.'
            : 'there is no record of earlier first times to allow by. Leave some room in the day.'}
        </Notice>
      )}
      {people.length === 0 && (
        <EmptyState title="Nobody is in the crew yet" action={edit && <AddPeople act setEditing={setEditing} />}>
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
