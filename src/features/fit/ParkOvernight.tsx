'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { PARKED_KEY } from '@/core/evidence/families/parkedOvernight'
import { latestBySlot } from '@/core/evidence/reading'
import { overnightState } from '@/core/fit/dayOfInstallation'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useTimes } from '@/ui/useTimes'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { Pictures } from '../survey/Pictures'

/** The safe state for the night: each step is said by somebody who looked, and kept with name and time. */
export function ParkOvernight({ schedule }: { schedule: Parameters<typeof overnightState>[2] }) {
  const {
    record: { installation, readings },
    bench,
    offer,
    may,
  } = useJob()
  const { dayOf } = useTimes()
  const { unfinished, leftOpen } = overnightState(installation, readings, schedule)
  const point = bench.points.find(({ key }) => key === PARKED_KEY)
  const said = latestBySlot(bench.context.readings, PARKED_KEY)
  return (
    <Box fontSize="15px">
      <Text mb="8px">
        {unfinished.length === 0
          ? 'Every task is recorded as done.'
          : `${unfinished.length === 1 ? 'One task is' : `${unfinished.length} tasks are`} not done: ${unfinished.map(({ name }) => name).join(', ')}.`}
      </Text>
      {leftOpen.length > 0 && (
        <>
          <Text fontWeight="600">Begun and left half-finished</Text>
          <Box as="ul" pl="20px" mb="8px" css={{ listStyleType: 'disc' }}>
            {leftOpen.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </Box>
        </>
      )}
      {point?.slots.map((slot) => {
        const last = said.get(slot.id)
        const done = last?.valueWord === 'yes'
        return (
          <Flex key={slot.id} gap="12px" align="center" borderTopWidth="1px" borderColor="rule" py="6px">
            <Box flex="1" minW="0">
              <Text>{slot.label}</Text>
              {last && (
                <Text fontSize="13px" color="ink2">
                  {done ? 'looked at' : 'not so'} {dayOf(last.recordedAt)}, {last.recordedByName}
                </Text>
              )}
            </Box>
            {may('recordReadings') && (
              <Button
                size="sm"
                aria-label={`Looked at: ${slot.label}`}
                onClick={() => void offer({ point, slot }, { kind: 'word', word: 'yes' })}
              >
                {done ? 'Again' : 'Looked at'}
              </Button>
            )}
          </Flex>
        )
      })}
      <Notice kind="caution" mt="12px">
        A licensed person looks at every lock and label before leaving. Take a picture of each.
      </Notice>
      <Box mt="8px">
        <AddPicture subject="parked" />
        <Pictures subject="parked" label="Parked overnight" />
      </Box>
    </Box>
  )
}
