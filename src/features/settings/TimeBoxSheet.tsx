'use client'
import { Box, Text } from '@chakra-ui/react'
import { stepRecord } from '@/core/evidence/families/commissioning'
import { clockText } from '@/core/fit/clockText'
import { COMMISSIONING_STEPS, STEP_WORDS, isRunning, usualStepTime } from '@/core/settings/commissioning'
import { type TimeBox, safeStateOf, timeBoxOf } from '@/core/fit/timeBox'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { minutesIn } from '@/ui/clock'
import { useNow } from '@/ui/useNow'
import { useTimes } from '@/ui/useTimes'

/** How long commissioning may take today, and how the house is left where it is not done by then. */
export function TimeBoxSheet() {
  const { record, bench, view } = useJob()
  const nowMs = useNow(30_000)
  const { zone, today } = useTimes()
  const left = COMMISSIONING_STEPS.flatMap((step) => {
    const { ended, ...rest } = stepRecord(step, bench.context.readings)
    if (ended?.as === 'done' && !isRunning({ ended, ...rest })) return []
    return [{ step, minutes: usualStepTime(step, view.crewTimes.stepMin).minutes }]
  })
  if (left.length === 0) return null
  const isToday = (record.cover ?? view).scheduledDay === today
  const box = timeBoxOf(record.installation, left, isToday ? minutesIn(nowMs, zone) : null)
  return (
    <TitledSheet title="Time box" note="commissioning ends here, done or not">
      <Box px="14px" pb="12px" fontSize="14px">
        {box === null ? (
          <Text>
            Open: nobody licensed is planned for the day, so nobody knows until when the house can be made safe.
          </Text>
        ) : (
          <BoxWords box={box} />
        )}
        <Text fontWeight="600" mt="8px">
          If it runs out, the house is left so
        </Text>
        <Box as="ul" pl="20px" css={{ listStyleType: 'disc' }}>
          {safeStateOf(record.installation).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
        <Text color="ink2" mt="4px">
          Looked at and recorded under Fit, the day, Park overnight. Local rules and the makers’ manuals come first.
        </Text>
      </Box>
    </TitledSheet>
  )
}

function BoxWords({ box }: { box: TimeBox }) {
  const { stopAtMin, fromMin, untilMin, safeMin, needsMin, beginByMin, fits, reaches } = box
  return (
    <>
      <Text>
        Stop by <b>{clockText(stopAtMin)}</b>: the last licensed person is there until {clockText(untilMin)}, and making
        safe takes {safeMin}&nbsp;min. What is left usually takes {needsMin}&nbsp;min,{' '}
        {beginByMin < fromMin ? 'more than there is of the day.' : `so it begins by ${clockText(beginByMin)}.`}
      </Text>
      {fits === false && (
        <Notice kind="caution" mt="6px">
          {reaches === null
            ? 'No further step usually fits: begin none, and make the house safe.'
            : `It usually does not all fit any more: done up to ${STEP_WORDS[reaches].name}, then make the house safe.`}
        </Notice>
      )}
    </>
  )
}
