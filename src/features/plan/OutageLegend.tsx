import { Flex } from '@chakra-ui/react'
import { colour } from '@/look/colour'

const SHED_ID = 'outage-shed'
/** What marks load that is turned off, where `ShedPattern` stands in a drawing of the page. */
export const SHED_FILL = `url(#${SHED_ID})`

export function ShedPattern() {
  return (
    <defs>
      <pattern id={SHED_ID} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill={colour('sheet2')} />
        <path d="M0 0V6" stroke={colour('rule2')} strokeWidth="1.5" />
      </pattern>
    </defs>
  )
}

const LINES = [
  ['ember', 'charge'],
  ['grid', 'load to be fed'],
  ['sun', 'sun'],
] as const
const AREAS = [
  [SHED_FILL, colour('rule2'), 'turned off'],
  [colour('stopSoft'), undefined, 'without supply'],
] as const

/** What each line and area of the outage's drawing is. */
export function OutageLegend() {
  return (
    <Flex gap="14px" wrap="wrap" fontSize="12.5px" color="ink2" py="4px" aria-hidden>
      {LINES.map(([tone, words]) => (
        <Flex key={words} align="center" gap="5px">
          <svg width="16" height="8">
            <path d="M0 4H16" stroke={colour(tone)} strokeWidth="2.6" />
          </svg>
          {words}
        </Flex>
      ))}
      {AREAS.map(([fill, stroke, words]) => (
        <Flex key={words} align="center" gap="5px">
          <svg width="16" height="10">
            <rect width="16" height="10" fill={fill} stroke={stroke} />
          </svg>
          {words}
        </Flex>
      ))}
    </Flex>
  )
}
