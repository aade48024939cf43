import { Flex, Input, Text } from '@chakra-ui/react'
import type { PlacedTrack } from '@/core/outage/timeLine/track'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'

const EVENT_WORDS = { left: 'the supply leaving', returned: 'the return' } as const

/** Where a track lies, and how far that is from its own clock. */
export function placeWords({ startMs, by, event, shiftS }: PlacedTrack): string {
  if (startMs === null) return 'not placed: no clock, and no event that it shares'
  const how =
    by === 'event' && event
      ? `laid on ${EVENT_WORDS[event]}`
      : by === 'clock'
        ? 'by its own clock'
        : 'the line begins with it'
  if (shiftS === null) return how
  const seconds = Math.round(shiftS * 1000) / 1000
  return seconds === 0
    ? how
    : `${how}, ${seconds > 0 ? '+' : '−'}${formatNumber(Math.abs(seconds), 6)} s from its clock`
}

/** Each track with its place, its offset, and a field to move it by hand. */
export function TrackRows({
  placed,
  handS,
  move,
  remove,
}: {
  placed: readonly PlacedTrack[]
  handS: Readonly<Record<string, number>>
  move: (id: string, seconds: number) => void
  /** `null` for a track that belongs to the job. */
  remove: (id: string) => (() => void) | null
}) {
  return placed.map((place) => {
    const { id, name } = place.track
    const takeAway = remove(id)
    return (
      <Flex
        key={id}
        borderTopWidth="1px"
        borderColor="rule"
        px="14px"
        py="7px"
        gap="6px 14px"
        wrap="wrap"
        align="center"
        fontSize="14px"
        data-track={name}
      >
        <Text flex="1" minW="160px" fontWeight="600" overflowWrap="anywhere">
          {name}
        </Text>
        <Text color={place.startMs === null ? 'open' : 'ink2'}>{placeWords(place)}</Text>
        <Flex as="label" align="center" gap="6px">
          moved by
          <Input
            size="sm"
            w="92px"
            type="number"
            step="0.1"
            min={-86400}
            max={86400}
            value={handS[id] ?? 0}
            aria-label={`Seconds that ${name} is moved by`}
            onChange={(event) => move(id, Math.max(-86_400, Math.min(86_400, event.target.valueAsNumber || 0)))}
          />
          s
        </Flex>
        {takeAway && (
          <Button size="sm" variant="bare" aria-label={`Take ${name} away`} onClick={takeAway}>
            take away
          </Button>
        )}
      </Flex>
    )
  })
}
