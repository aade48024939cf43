'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Phase } from '@/core/rules/rulePack'
import { Button } from '@/ui/Button'
import { LANES, LANE_WORDS, type LoadPlace, laneOf } from './loadLanes'

/** The same move without dragging: every lane, and every phase, as a button. */
export function Placing({
  load,
  columns,
  onPut,
}: {
  load: Load
  columns: readonly (Phase | 'all')[]
  onPut: (place: LoadPlace) => void
}) {
  const lane = laneOf(load)
  return (
    <Flex direction="column" gap="14px">
      <Text color="ink2">
        {formatQuantity(load.powerW, 'W', 3)}, {Math.round(load.duty * 100)} % of the time.
      </Text>
      <Flex gap="8px" wrap="wrap">
        {LANES.map((to) => (
          <Button
            key={to}
            variant={to === lane ? 'chosen' : 'quiet'}
            aria-pressed={to === lane}
            onClick={() => onPut({ lane: to, phase: load.phase })}
          >
            {LANE_WORDS[to]}
          </Button>
        ))}
      </Flex>
      {columns.length > 1 && (
        <Flex gap="8px" wrap="wrap" align="center">
          <Text color="ink2">Phase</Text>
          {columns.map((phase) => (
            <Button
              key={phase}
              size="sm"
              variant={phase === load.phase ? 'chosen' : 'quiet'}
              aria-pressed={phase === load.phase}
              onClick={() => onPut({ lane, phase })}
            >
              {phase}
            </Button>
          ))}
        </Flex>
      )}
    </Flex>
  )
}
