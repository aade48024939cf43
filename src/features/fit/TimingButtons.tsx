'use client'
import { Text } from '@chakra-ui/react'
import { taskPointKey, taskTimesOf } from '@/core/evidence/families/taskTime'
import type { FitItem } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'

/** Begin and done on the phone: kept like a reading, so that a dead router loses nothing. */
export function TimingButtons({ task }: { task: FitItem<'task'> }) {
  const { bench, record, offer, may } = useJob()
  const point = bench.points.find(({ key }) => key === taskPointKey(task.tag))
  const { startedAt, doneAt, minutes } = taskTimesOf(record.readings, task.tag)
  const stamp = (slotId: string) => {
    const slot = point?.slots.find(({ id }) => id === slotId)
    if (point && slot && slot.input.kind === 'word')
      void offer({ point, slot }, { kind: 'word', word: Object.keys(slot.input.words)[0] ?? '' })
  }
  if (doneAt)
    return (
      <Text color="proven" fontWeight="600" whiteSpace="nowrap">
        done{minutes === null ? '' : ` in ${Math.max(1, Math.round(minutes))} min`}
      </Text>
    )
  if (!may('recordReadings')) return <Text color="ink2">{startedAt ? 'under way' : ''}</Text>
  return startedAt ? (
    <Button size="sm" variant="act" onClick={() => stamp('done')} aria-label={`${task.name} is done`}>
      Done
    </Button>
  ) : (
    <Button size="sm" onClick={() => stamp('start')} aria-label={`Begin ${task.name}`}>
      Begin
    </Button>
  )
}
