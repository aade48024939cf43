import { Box, Text, chakra } from '@chakra-ui/react'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { FILM_BOUNDS } from './filmFrames'

/** How fine the beginning of the minute is set. */
const STEP_S = 0.5

/** Which minute of a longer film is read: it begins while the lamp is lit, and ends once it is lit again. */
export function MinutePicker({
  durationS,
  fromS,
  onChange,
}: {
  durationS: number
  fromS: number
  onChange: (fromS: number) => void
}) {
  const lastS = Math.max(0, durationS - 1)
  const toS = Math.min(durationS, fromS + FILM_BOUNDS.maxS)
  return (
    <Box mb="10px" maxW="520px">
      <Text fontSize="14px">
        The film lasts {formatDuration(1000 * durationS)}; a minute of it is read. Begin a second or more before the
        lamp goes dark.
      </Text>
      <chakra.input
        type="range"
        min={0}
        max={lastS}
        step={STEP_S}
        value={fromS}
        w="100%"
        h="44px"
        aria-label="The minute that is read begins at, in seconds"
        aria-valuetext={`${fromS.toFixed(1)} s`}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <Text fontSize="14px" color="ink2">
        from {fromS.toFixed(1)} s to {toS.toFixed(1)} s
      </Text>
    </Box>
  )
}
