import { Box, Flex, Text } from '@chakra-ui/react'
import type { IslandSun } from '@/core/handover/islandSun'
import { type Lasting, MOST_LASTING_H, lastsH, lastsWithSunH } from '@/core/handover/lasting'
import { MONTH_NAMES } from '@/core/plan/yearProfile'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { useSay } from './useSay'

/** From here on whole hours are said, below them quarters. */
const WHOLE_HOURS_FROM_H = 10

const hours = (h: number | null) => {
  if (h === null) return 'not known'
  if (h >= MOST_LASTING_H) return 'two weeks and more'
  // a forecast to the minute would promise what nobody knows
  const said = h >= WHOLE_HOURS_FROM_H ? Math.round(h) : h >= 1 ? Math.round(h * 4) / 4 : h
  return `about ${formatDuration(said * 3_600_000)}`
}

/** The figures themselves: without any sun, and with that of dull days of this month and the darkest one. */
export function LastingFigures({
  lasting,
  sun,
  month,
  drawnW,
}: {
  lasting: Lasting
  sun: IslandSun | null
  month: number
  drawnW: number
}) {
  const { fullWh, reserveWh, standbyW } = lasting
  const say = useSay()
  const withSun = (of: number) => hours(lastsWithSunH(lasting, sun, of, drawnW))
  const months = sun === null ? [] : [...new Set([month, sun.darkestMonth])]
  return (
    <Box role="status" aria-live="polite" aria-label="How long it lasts">
      <Flex gap="12px 22px" wrap="wrap">
        <Figure words="from full, without sun" value={say(hours(lastsH(fullWh, standbyW, drawnW)))} />
        <Figure words="at worst, from the reserve" value={say(hours(lastsH(reserveWh, standbyW, drawnW)))} />
        {months.map((one) => (
          <Figure
            key={one}
            words={`from full, on dull days ${one === month ? `now, in ${MONTH_NAMES[one]}` : `in ${MONTH_NAMES[one]}`}`}
            value={say(withSun(one))}
          />
        ))}
      </Flex>
      <Text color="ink2" fontSize="14.5px" mt="4px">
        {sun === null
          ? 'Without any sun. Worked out, not measured.'
          : 'An outage that begins at dusk. Dull: three days of four bring more sun. Worked out, not measured.'}
      </Text>
    </Box>
  )
}

function Figure({ words, value }: { words: string; value: string }) {
  return (
    <Box>
      <Text fontSize="26px" fontWeight="600" lineHeight="1.1">
        {value}
      </Text>
      <Text color="ink2" fontSize="14.5px">
        {words}
      </Text>
    </Box>
  )
}
