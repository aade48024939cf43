'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { taskTimesOf } from '@/core/evidence/families/taskTime'
import { clockText } from '@/core/fit/clockText'
import { taskFaults } from '@/core/fit/crewDay'
import { type NoPlace, noPlaceWords } from '@/core/fit/noPlace'
import { dayOfInstallation, restOfDay } from '@/core/fit/dayOfInstallation'
import { learnedMinutes, tasksOfPlan } from '@/core/fit/taskTemplates'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'
import { DayLanes, whenWords } from './DayLanes'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { ParkOvernight } from './ParkOvernight'
import { TaskCard } from './TaskCard'
import { TimingButtons } from './TimingButtons'
import { useCrewSchedule } from './useCrewSchedule'
import { useFitItems } from './useFitItems'

/** The crew's day: tasks in lanes per person, planned anew in a worker whenever something changes; timed on site, parked at dusk. */
export function DayView() {
  const {
    record: { installation, readings },
    view,
    may,
  } = useJob()
  const { save, refusal, busy } = useFitItems()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [selected, setSelected] = useState<string | null>(null)
  const [parking, setParking] = useState(false)
  const edit = may('saveItem')
  const { fit, jobId } = installation
  const people = fitOf(fit, 'person')
  const tasks = fitOf(fit, 'task')
  const visits = fitOf(fit, 'visit')
  const rules = fitOf(fit, 'dayRules')[0] ?? null
  const [fromNowMin, setFromNowMin] = useState<number | null>(null)
  const whole = useMemo(() => dayOfInstallation(installation, view.scheduledDay), [installation, view.scheduledDay])
  const doneTags = tasks
    .filter(({ tag }) => taskTimesOf(readings, tag).doneAt !== null)
    .map(({ tag }) => tag)
    .join(' ')
  const input = useMemo(
    () => (fromNowMin === null ? whole : restOfDay(whole, new Set(doneTags.split(' ')), fromNowMin)),
    [whole, doneTags, fromNowMin],
  )
  const ready = people.length > 0 && tasks.length > 0
  const { schedule, running, failure } = useCrewSchedule(ready ? input : null)
  const faults = ready ? taskFaults(input) : []
  const progress = new Map(
    tasks.flatMap(({ tag }): [string, 'begun' | 'done'][] => {
      const times = taskTimesOf(readings, tag)
      return times.doneAt ? [[tag, 'done']] : times.startedAt ? [[tag, 'begun']] : []
    }),
  )
  const nameOf = (tag: string) => tasks.find((task) => task.tag === tag)?.name ?? tag
  const personOf = (tag: string) => people.find((person) => person.tag === tag)?.name ?? tag
  const inWords = (reason: NoPlace) =>
    noPlaceWords(reason, (id) => visits.find(({ tag }) => tag === id)?.name ?? nameOf(id))
  const propose = () =>
    save(
      tasksOfPlan(installation, view.taskMinutes, visits[0]?.tag ?? null).map(({ tag, name, detail }, k): FitItem => ({
        id: uuidv7(),
        kind: 'task',
        tag,
        name,
        sort: k,
        detail,
      })),
    )
  const pin = (tag: string, pinnedMin: number | null) => {
    const task = tasks.find((one) => one.tag === tag)
    if (task) void save([{ ...task, detail: { ...task.detail, pinnedMin } }])
  }
  const calendar = async () => {
    if (!schedule || view.scheduledDay === null) return
    const { dayCalendar } = await import('@/core/fit/dayCalendar')
    download(
      `${installation.name} day.ics`,
      dayCalendar({
        jobId,
        jobName: installation.name,
        place: view.place,
        day: view.scheduledDay,
        tasks: schedule.planned.map((task) => ({ ...task, name: nameOf(task.id) })),
        nameOfPerson: personOf,
        powerOff: schedule.powerOff,
      }),
      'text/calendar',
    )
  }
  const waiting = schedule?.unplaced.filter(({ reason }) => reason.code === 'waitsFor') ?? []
  const roots = schedule?.unplaced.filter((one) => !waiting.includes(one)) ?? []
  const chosen = tasks.find(({ tag }) => tag === selected) ?? null
  return (
    <>
      <TitledSheet
        title="The crew’s day"
        note={
          <Flex as="span" gap="10px" align="center" wrap="wrap">
            {view.scheduledDay ?? 'no day yet'}
            {schedule && <PlanMarkWord mark={schedule.verdict} />}
            {running && <span role="status">planning…</span>}
          </Flex>
        }
        actions={
          <>
            {edit && (
              <Button
                size="sm"
                onClick={() => setEditing({ kind: 'person', item: null, first: { fromMin: 480, toMin: 1020 } })}
              >
                Add a person
              </Button>
            )}
            {edit && tasks.length > 0 && (
              <Button
                size="sm"
                onClick={() =>
                  setEditing({
                    kind: 'task',
                    item: null,
                    first: { minutes: 30, people: 1 },
                    without: ['template', 'pinnedMin'],
                  })
                }
              >
                Add a task
              </Button>
            )}
            {schedule && schedule.planned.length > 0 && (
              <Button
                size="sm"
                disabled={view.scheduledDay === null}
                title={view.scheduledDay === null ? 'Give the job its day first.' : undefined}
                onClick={() => void calendar()}
              >
                Calendar
              </Button>
            )}
            {doneTags !== '' && view.scheduledDay === localDay() && (
              <Button
                size="sm"
                variant={fromNowMin === null ? 'quiet' : 'chosen'}
                aria-pressed={fromNowMin !== null}
                onClick={() => setFromNowMin(fromNowMin === null ? minutesNow() : null)}
              >
                The rest from now
              </Button>
            )}
            {tasks.length > 0 && (
              <Button size="sm" onClick={() => setParking(true)}>
                Park overnight
              </Button>
            )}
          </>
        }
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
                <Button size="sm" variant="act" disabled={busy} onClick={() => void propose()}>
                  Take the tasks from the plan
                </Button>
              )
            }
          >
            They come from the plan, with durations from earlier jobs where there are some; then change what is
            different here.
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
            {nameOf(id)}: {inWords(reason)}
          </Notice>
        ))}
        {schedule && schedule.unplaced.length > 0 && (
          <Notice kind="caution" mx="14px" mb="8px">
            This is not the whole day.{' '}
            {roots.map(({ id, reason }) => `${nameOf(id)} has no place: ${inWords(reason)}`).join(' ')}
            {waiting.length > 0 &&
              ` With ${roots.length === 1 ? 'it' : 'them'} wait ${waiting.map(({ id }) => nameOf(id)).join(', ')}.`}
          </Notice>
        )}
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
        {schedule && schedule.planned.length > 0 && (
          <Box px="14px" pb="10px" fontSize="14px">
            <Text>
              {schedule.unplaced.length > 0 ? 'What has a place ends' : 'Ends'} at{' '}
              <b>{whenWords(schedule.finishMin)}</b>;{' '}
              {schedule.gapShare < 0.0005
                ? 'no schedule of these tasks ends earlier'
                : `none ends before ${whenWords(schedule.lowerBoundMin)}, so at most ${(100 * schedule.gapShare).toFixed(1)} % could be gained`}
              .{' '}
              {schedule.powerOff.length === 0
                ? 'The supply stays on.'
                : `No supply ${schedule.powerOff.map(({ fromMin, toMin }) => `${whenWords(fromMin)}–${clockText(toMin)}`).join(', ')}, ${Math.round(schedule.powerOffMinutes)} minutes.`}
            </Text>
            {schedule.critical.length > 0 && (
              <Text color="ink2">What decides the end: {schedule.critical.map(nameOf).join(' → ')}.</Text>
            )}
            {schedule.slips.length > 0 && (
              <Text color="sun" fontWeight="600">
                Slips to the next day: {schedule.slips.map(nameOf).join(', ')}. Park overnight before leaving.
              </Text>
            )}
          </Box>
        )}
      </TitledSheet>
      {chosen && (
        <TaskCard
          task={chosen}
          learnedMin={
            chosen.detail.template === null
              ? null
              : (learnedMinutes(view.taskMinutes).get(chosen.detail.template) ?? null)
          }
          nameOf={nameOf}
          edit={edit}
          onPin={(at) => pin(chosen.tag, at)}
          onEdit={() => setEditing({ kind: 'task', item: chosen, without: ['template'] })}
        />
      )}
      {tasks.length > 0 && (
        <TitledSheet
          title="Tasks"
          note={`${[...progress.values()].filter((state) => state === 'done').length} of ${tasks.length} done`}
        >
          {(schedule ? [...tasks].sort((a, b) => orderIn(schedule, a.tag) - orderIn(schedule, b.tag)) : tasks).map(
            (task) => (
              <Flex
                key={task.id}
                data-task-row={task.tag}
                px="14px"
                py="5px"
                gap="10px"
                borderTopWidth="1px"
                borderColor="rule"
                fontSize="14px"
                align="center"
              >
                <Flex
                  flex="1"
                  minW="0"
                  direction={{ base: 'column', md: 'row' }}
                  align={{ base: 'flex-start', md: 'center' }}
                  gap={{ base: '0', md: '10px' }}
                >
                  <Button
                    variant="bare"
                    size="sm"
                    fontSize="14px"
                    textAlign="left"
                    flex={{ md: '1' }}
                    px="0"
                    justifyContent="flex-start"
                    onClick={() => setSelected(task.tag)}
                  >
                    {task.name}
                  </Button>
                  <Text color="ink2" whiteSpace="nowrap">
                    {task.detail.minutes} min,{' '}
                    {task.detail.people === 1 ? 'one person' : `${task.detail.people} people`}
                    {task.detail.licensed ? ', licensed' : ''}
                  </Text>
                </Flex>
                <TimingButtons task={task} />
              </Flex>
            ),
          )}
        </TitledSheet>
      )}
      <TitledSheet
        title="Rules of the day"
        note="supply, daylight, weather, visits"
        actions={
          edit && (
            <>
              <Button
                size="sm"
                onClick={() =>
                  setEditing({
                    kind: 'dayRules',
                    item: rules,
                    first: { name: 'Rules of the day', powerOffFromMin: 540, powerOffToMin: 960 },
                  })
                }
              >
                {rules ? 'Change' : 'Set the rules'}
              </Button>
              <Button
                size="sm"
                onClick={() => setEditing({ kind: 'visit', item: null, first: { fromMin: 540, toMin: 720 } })}
              >
                Add a visit
              </Button>
            </>
          )
        }
      >
        <Box px="14px" pb="10px" fontSize="14px">
          <Text>
            The supply may be off {clockText(input.rules.powerOff.fromMin)}–{clockText(input.rules.powerOff.toMin)}.
            Daylight {clockText(input.rules.daylight.fromMin)}–{clockText(input.rules.daylight.toMin)}
            {rules?.detail.daylightFromMin == null
              ? installation.site.latitudeDeg === null || view.scheduledDay === null
                ? ' (place or day not known)'
                : ', worked out from place and day'
              : ''}
            .{' '}
            {input.rules.dry
              ? `Dry ${clockText(input.rules.dry.fromMin)}–${clockText(input.rules.dry.toMin)}.`
              : 'No rain expected.'}
          </Text>
          {visits.map((visit) => (
            <Flex key={visit.id} gap="10px" align="center">
              <Text flex="1">
                {visit.name}: {visit.detail.who}, {clockText(visit.detail.fromMin)}–{clockText(visit.detail.toMin)}
              </Text>
              {edit && (
                <Button
                  variant="bare"
                  size="sm"
                  fontSize="13px"
                  onClick={() => setEditing({ kind: 'visit', item: visit })}
                  aria-label={`Change ${visit.name}`}
                >
                  change
                </Button>
              )}
            </Flex>
          ))}
          {people.map((person) => (
            <Flex key={person.id} gap="10px" align="center">
              <Text flex="1">
                {person.name}
                {person.detail.licensed ? ', licensed' : ''}: {clockText(person.detail.fromMin)}–
                {clockText(person.detail.toMin)}
              </Text>
              {edit && (
                <Button
                  variant="bare"
                  size="sm"
                  fontSize="13px"
                  onClick={() => setEditing({ kind: 'person', item: person })}
                  aria-label={`Change ${person.name}`}
                >
                  change
                </Button>
              )}
            </Flex>
          ))}
        </Box>
      </TitledSheet>
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay title="Park overnight" open={parking} onClose={() => setParking(false)} wide>
        {parking && <ParkOvernight schedule={schedule} />}
      </Overlay>
    </>
  )
}

/** Today on this device's calendar. */
const localDay = () => {
  const now = new Date()
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
}

/** Minutes since midnight on this device's clock, up to the next five. */
const minutesNow = () => Math.ceil((new Date().getHours() * 60 + new Date().getMinutes()) / 5) * 5

const orderIn = ({ planned }: { planned: readonly { id: string }[] }, tag: string) => {
  const at = planned.findIndex(({ id }) => id === tag)
  return at < 0 ? Infinity : at
}
