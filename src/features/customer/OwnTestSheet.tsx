import { Box, Text } from '@chakra-ui/react'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import type { SummaryWave } from '@/server/pack/summaryWave'
import { TitledSheet } from '@/ui/Sheet'
import { useSay } from './useSay'

const WIDTH = 520
const BAND = 74

/** A column from its lowest to its highest, a line each. */
function bandPath({ low, high }: SummaryWave['channels'][number], peakV: number): string {
  const y = (volts: number) => BAND / 2 - (volts / peakV) * (BAND / 2 - 3)
  const column = WIDTH / Math.max(1, low.length)
  return low
    .map((least, k) => {
      const most = high[k] ?? null
      if (least === null || most === null) return ''
      return `M${(k * column).toFixed(1)} ${y(most).toFixed(1)}V${Math.max(y(least), y(most) + 0.8).toFixed(1)}`
    })
    .join('')
}

/** What the household's own test looked like: the supply leaving, and the house taking over. */
export function OwnTestSheet({ wave }: { wave: SummaryWave }) {
  const { fromS, toS, gap, peakV, channels } = wave
  const say = useSay()
  const height = channels.length * BAND
  const x = (timeS: number) => ((timeS - fromS) / (toS - fromS)) * WIDTH
  const [left, right] = [x(gap.fromS ?? fromS), x(gap.toS ?? toS)]
  const isWhole = gap.fromS !== null && gap.toS !== null
  const lasted = say(formatDuration(((gap.toS ?? toS) - (gap.fromS ?? fromS)) * 1000))
  const words = isWhole ? `${lasted} without supply` : `at least ${lasted} without supply`
  return (
    <TitledSheet title="Your own test">
      <Box px="16px" pb="14px">
        <Text mb="8px">
          The supply was cut here on purpose. The band is the voltage in your house; where it is thin, there was none:{' '}
          <b>{words}</b>.
        </Text>
        <svg
          viewBox={`0 0 ${WIDTH} ${height}`}
          width="100%"
          role="img"
          aria-label={`Voltage in the house as the supply was cut: ${words}`}
          style={{ display: 'block' }}
        >
          <rect x={left} y="0" width={Math.max(1, right - left)} height={height} fill={colour('emberSoft')} />
          {channels.map((channel, k) => (
            <path
              key={channel.name}
              transform={`translate(0 ${k * BAND})`}
              d={bandPath(channel, peakV)}
              stroke={colour('grid')}
              strokeWidth="1.1"
            />
          ))}
        </svg>
        <Text color="ink2" fontSize="14.5px" mt="6px">
          {say(formatDuration((toS - fromS) * 1000))} of the recording. The whole recording is in the pack.
        </Text>
      </Box>
    </TitledSheet>
  )
}
