'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import type { Phase } from '@/core/rules/rulePack'
import { type BoardDoor } from '@/core/wiring/boardDoors'
import { SAFETY_WORDS } from '@/core/wiring/safetyCircuits'
import { type BoardWays, boardWaysWords } from '@/core/wiring/boardWays'
import type { SharedPhases } from '@/core/wiring/sharedPhases'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'

const list = (tags: readonly string[]) => tags.slice(0, 6).join(', ') + (tags.length > 6 ? ' …' : '')

function sharedWords(shared: SharedPhases): string {
  if (shared.kind === 'open') return `How to share its phases is open: no loads are listed on ${list(shared.tags)}.`
  if (shared.kind === 'tooMany') return 'There are too many circuits to say how its phases are shared best.'
  const { changes, largestBeforeW, largestW } = shared
  if (changes.length === 0) return 'Its phases are shared as evenly as these circuits can be.'
  const moves = list(changes.map(({ tag, phase }) => `${tag} to ${phase}`))
  return `Shared best by ${moves}: the largest falls from ${formatQuantity(largestBeforeW, 'W', 3)} to ${formatQuantity(largestW, 'W', 3)}.`
}

/** The chart for one door, and its load by phase before and after. */
export function Door({
  door,
  ways,
  phases,
  shared,
  onShare,
}: {
  door: BoardDoor
  ways: BoardWays | null
  phases: readonly Phase[]
  /** How its phases are shared best; `null` where it has one. */
  shared: SharedPhases | null
  onShare?: () => void
}) {
  const most = Math.max(1, ...phases.flatMap((phase) => [door.beforeW[phase] ?? 0, door.afterW[phase] ?? 0]))
  return (
    <TitledSheet
      title={door.name}
      note={`${door.rows.length} circuit${door.rows.length === 1 ? '' : 's'}`}
      actions={
        onShare && (
          <Button size="sm" onClick={onShare}>
            Share the phases evenly
          </Button>
        )
      }
    >
      <Flex direction="column" gap="4px" px="14px" pb="8px" fontSize="13px">
        {phases.map((phase) => (
          <Flex key={phase} align="center" gap="8px">
            <Text w="24px" color="ink2">
              {phase}
            </Text>
            <Box
              flex="1"
              h="12px"
              position="relative"
              bg="sheet2"
              role="img"
              aria-label={`${phase}: ${quantityOrOpen(door.beforeW[phase], 'W', 3)} before, ${quantityOrOpen(door.afterW[phase], 'W', 3)} after`}
            >
              <Box
                position="absolute"
                insetY="0"
                left="0"
                w={`${(100 * (door.afterW[phase] ?? 0)) / most}%`}
                bg="grid"
              />
              <Box
                position="absolute"
                insetY="-2px"
                left={`${(100 * (door.beforeW[phase] ?? 0)) / most}%`}
                borderLeftWidth="2px"
                borderColor="ember"
              />
            </Box>
            <Text w="128px" textAlign="right" color="ink2">
              {quantityOrOpen(door.beforeW[phase], 'W', 3)} → <b>{quantityOrOpen(door.afterW[phase], 'W', 3)}</b>
            </Text>
          </Flex>
        ))}
      </Flex>
      {door.unlisted.length > 0 && shared?.kind !== 'open' && (
        <Text px="14px" pb="8px" fontSize="13px" color="ink2">
          Listed loads alone: none is listed on {list(door.unlisted)}.
        </Text>
      )}
      {shared && (
        <Text px="14px" pb="8px" fontSize="13px" color="ink2">
          {sharedWords(shared)}
        </Text>
      )}
      {ways && (
        <Text px="14px" pb="8px" fontSize="13px" color={ways.mark === 'exceeds' ? 'stop' : 'ink2'}>
          {boardWaysWords(ways)}
        </Text>
      )}
      {door.rows.length === 0 && <EmptyState title="Nothing is left on it" />}
      {door.rows.length > 0 && (
        <DataTable
          label={`Chart for the door of ${door.name}`}
          rows={door.rows}
          keyOf={({ tag }) => tag}
          columns={[
            { head: 'Way', cell: ({ way }) => way ?? '–', numeric: true },
            {
              head: 'Circuit',
              cell: ({ tag, name, safety, cameFrom }) => (
                <>
                  {name} ({tag})
                  {cameFrom !== null && (
                    <Text fontSize="13px" color="ink2">
                      from {cameFrom}
                    </Text>
                  )}
                  {safety === true && (
                    <Text fontSize="13px" color="watch">
                      {SAFETY_WORDS}
                    </Text>
                  )}
                </>
              ),
            },
            {
              head: 'Device',
              cell: ({ device, iDeltaNMa }) =>
                [device, iDeltaNMa !== null && `${iDeltaNMa} mA`].filter(Boolean).join(', ') || '–',
            },
            ...(phases.length > 1
              ? [
                  {
                    head: 'Phase',
                    cell: ({ phase, wasOn }: BoardDoor['rows'][number]) => `${phase}${wasOn ? ` (was ${wasOn})` : ''}`,
                  },
                ]
              : []),
          ]}
        />
      )}
      {door.left.length > 0 && (
        <Text px="14px" py="8px" fontSize="13px" color="ink2" borderTopWidth="1px" borderColor="rule">
          Left this board: {door.left.map(({ name, tag, to }) => `${name} (${tag}) for ${to}`).join(', ')}.
        </Text>
      )}
    </TitledSheet>
  )
}
