'use client'
import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ownTime } from '@/core/fit/crewTimes'
import { tasksOfPlan } from '@/core/fit/taskTemplates'
import type { FitItem } from '@/core/installation/fit'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { ChangeJobHead } from '../job/ChangeJobHead'
import { useJob } from '../job/JobContext'
import { DayActions } from './DayActions'
import { DayLanes } from './DayLanes'
import { DayNotices } from './DayNotices'
import { DayRulesSheet } from './DayRulesSheet'
import { DaySummary } from './DaySummary'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { ParkOvernight } from './ParkOvernight'
import { TaskCard } from './TaskCard'
import { TasksSheet } from './TasksSheet'
import { useCrewDay } from './useCrewDay'
import { useFitItems } from './useFitItems'

/** The crew's day: tasks in lanes per person, planned anew in a worker whenever something changes; timed on site, parked at dusk. */
export function DayView() {
  const {
    record: { installation },
    view,
    may,
  } = useJob()
  const day = useCrewDay()
  const { people, tasks, visits, schedule, running, failure, progress, nameOf } = day
  const { save, refusal, busy } = useFitItems()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [selected, setSelected] = useState<string | null>(null)
  const [parking, setParking] = useState(false)
  const edit = may('saveItem')
  const propose = () =>
    save(
      tasksOfPlan(installation, view.crewTimes, visits[0]?.tag ?? null, view.usualMinutes).map(
        ({ tag, name, detail }, k): FitItem => ({
          id: uuidv7(),
          kind: 'task',
          tag,
          name,
          sort: k,
          detail,
        }),
      ),
    )
  const pin = (tag: string, pinnedMin: number | null) => {
    const task = tasks.find((one) => one.tag === tag)
    if (task) void save([{ ...task, detail: { ...task.detail, pinnedMin } }])
  }
  const chosen = tasks.find(({ tag }) => tag === selected) ?? null
  return (
    <>
      <TitledSheet
        title="The crew’s day"
        note={
          <Flex as="span" gap="10px" align="center" wrap="wrap">
            {view.scheduledDay ?? 'no day yet'}
            <ChangeJobHead words={view.scheduledDay === null ? 'Set the day' : 'Move the day'} />
            {schedule && <PlanMarkWord mark={schedule.verdict} />}
            {running && <span role="status">planning…</span>}
          </Flex>
        }
        actions={<DayActions day={day} edit={edit} setEditing={setEditing} onPark={() => setParking(true)} />}
      >
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal} Nothing was changed.
          </Notice>
        )}
        {failure && (
          <Notice kind="error" mx="14px" mb="8px">
            The day could not be planned: {failure}. People and tasks are kept.
          </Notice>
        )}
        <DayNotices day={day} edit={edit} busy={busy} setEditing={setEditing} onPropose={() => void propose()} />
        {schedule && schedule.planned.length > 0 && (
          <DayLanes
            schedule={schedule}
            people={people.map(({ tag, name, detail }) => ({ id: tag, name, ...detail }))}
            tasks={tasks}
            progress={progress}
            selected={selected}
            edit={edit}
            onSelect={setSelected}
            onPin={pin}
          />
        )}
        {schedule && schedule.planned.length > 0 && <DaySummary schedule={schedule} nameOf={nameOf} />}
      </TitledSheet>
      {chosen && (
        <TaskCard
          task={chosen}
          learnedMin={
            chosen.detail.template === null ? null : (ownTime(view.crewTimes.taskMin, chosen.detail.template) ?? null)
          }
          nameOf={nameOf}
          edit={edit}
          onPin={(at) => pin(chosen.tag, at)}
          onEdit={() => setEditing({ kind: 'task', item: chosen, without: ['template'] })}
        />
      )}
      {tasks.length > 0 && <TasksSheet day={day} onSelect={setSelected} />}
      <DayRulesSheet day={day} edit={edit} setEditing={setEditing} />
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay title="Park overnight" open={parking} onClose={() => setParking(false)} wide>
        {parking && <ParkOvernight schedule={schedule} />}
      </Overlay>
    </>
  )
}
