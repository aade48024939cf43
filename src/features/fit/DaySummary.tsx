import { Box, Text } from '@chakra-ui/react'
import { clockText } from '@/core/fit/clockText'
import { whenWords } from './whenWords'
import type { CrewDay } from './useCrewDay'

/** When the day ends, how much could be gained at most, how long the supply is off, and what slips. */
export function DaySummary({
  schedule,
  nameOf,
}: Pick<CrewDay, 'nameOf'> & { schedule: NonNullable<CrewDay['schedule']> }) {
  return (
    <Box px="14px" pb="10px" fontSize="14px">
      <Text>
        {schedule.unplaced.length > 0 ? 'What has a place ends' : 'Ends'} at <b>{whenWords(schedule.finishMin)}</b>;{' '}
        {schedule.gapShare < 0.0005
          ? 'no schedule of these tasks ends earlier'
          : `none ends before ${whenWords(schedule.lowerBoundMin)}, so at most ${(100 * schedule.gapShare).toFixed(1)} % could be gained`}
        .{' '}
        {schedule.powerOff.length === 0
          ? 'The supply stays on.'
          : `No supply ${schedule.powerOff.map(({ fromMin, toMin }) => `${whenWords(fromMin)}–${clockText(toMin)}`).join(', ')}, ${Math.round(schedule.powerOffMinutes)} minutes.`}
      </Text>
      {schedule.isolatedAgain.map(({ id, startMin, endMin }) => (
        <Text key={id} fontWeight="600">
          {whenWords(startMin)}–{clockText(endMin)}: isolate and prove dead again. An isolation does not survive a
          night.
        </Text>
      ))}
      {schedule.critical.length > 0 && (
        <Text color="ink2">What decides the end: {schedule.critical.map(nameOf).join(' → ')}.</Text>
      )}
      {schedule.slips.length > 0 && (
        <Text color="sun" fontWeight="600">
          Slips to the next day: {schedule.slips.map(nameOf).join(', ')}. Park overnight before leaving.
        </Text>
      )}
    </Box>
  )
}
