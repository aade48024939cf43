'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { counted } from '@/core/quantity/counted'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import type { Phase } from '@/core/rules/rulePack'
import { type BoardDoor } from '@/core/wiring/boardDoors'
import { SAFETY_WORDS } from '@/core/wiring/safetyCircuits'
import { type BoardWays, boardWaysWords } from '@/core/wiring/boardWays'
import type { SharedPhases } from '@/core/wiring/sharedPhases'
import { Button } from '@/ui/Button'
import { type Column, DataTable } from '@/ui/DataTable'
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

interface DoorProps {
  door: BoardDoor
  ways: BoardWays | null
  phases: readonly Phase[]
  /** How its phases are shared best; `null` where it has one. */
  shared: SharedPhases | null
  onShare?: () => void
}

/** The chart for one door, and its load by phase before and after. */
export function Door({ door, ways, phases, shared, onShare }: DoorProps) {
  const { rows, left, unlisted } = door
  return (
    <TitledSheet
      title={door.name}
      note={counted(rows.length, ['circuit', 'circuits'])}
      actions={
        onShare && (
          <Button size="sm" onClick={onShare}>
            Share the phases evenly
          </Button>
        )
      }
    >
      <PhaseLoads door={door} phases={phases} />
      {unlisted.length > 0 && shared?.kind !== 'open' && (
        <Remark>Listed loads alone: none is listed on {list(unlisted)}.</Remark>
      )}
      {shared && <Remark>{sharedWords(shared)}</Remark>}
      {ways && <Remark tone={ways.mark === 'exceeds' ? 'stop' : 'ink2'}>{boardWaysWords(ways)}</Remark>}
      {rows.length === 0 && <EmptyState title="Nothing is left on it" />}
      {rows.length > 0 && (
        <DataTable
          label={`Chart for the door of ${door.name}`}
          rows={rows}
          keyOf={({ tag }) => tag}
          columns={phases.length > 1 ? [...COLUMNS, PHASE_COLUMN] : COLUMNS}
        />
      )}
      {left.length > 0 && (
        <Text px="14px" py="8px" fontSize="13px" color="ink2" borderTopWidth="1px" borderColor="rule">
          Left this board: {left.map(({ name, tag, to }) => `${name} (${tag}) for ${to}`).join(', ')}.
        </Text>
      )}
    </TitledSheet>
  )
}

function Remark({ tone = 'ink2', children }: { tone?: 'ink2' | 'stop'; children: ReactNode }) {
  return (
    <Text px="14px" pb="8px" fontSize="13px" color={tone}>
      {children}
    </Text>
  )
}

/** What each phase of a board carries after the change, and a mark where it stood before. */
function PhaseLoads({ door: { beforeW, afterW }, phases }: { door: BoardDoor; phases: readonly Phase[] }) {
  const most = Math.max(1, ...phases.flatMap((phase) => [beforeW[phase] ?? 0, afterW[phase] ?? 0]))
  const share = (watts: number | null | undefined) => `${(100 * (watts ?? 0)) / most}%`
  return (
    <Flex direction="column" gap="4px" px="14px" pb="8px" fontSize="13px">
      {phases.map((phase) => {
        const before = quantityOrOpen(beforeW[phase], 'W', 3)
        const after = quantityOrOpen(afterW[phase], 'W', 3)
        return (
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
              aria-label={`${phase}: ${before} before, ${after} after`}
            >
              <Box position="absolute" insetY="0" left="0" w={share(afterW[phase])} bg="grid" />
              <Box
                position="absolute"
                insetY="-2px"
                left={share(beforeW[phase])}
                borderLeftWidth="2px"
                borderColor="ember"
              />
            </Box>
            <Text w="128px" textAlign="right" color="ink2">
              {before} → <b>{after}</b>
            </Text>
          </Flex>
        )
      })}
    </Flex>
  )
}

type Row = BoardDoor['rows'][number]

function CircuitCell({ tag, name, safety, cameFrom }: Row) {
  return (
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
  )
}

const COLUMNS: readonly Column<Row>[] = [
  { head: 'Way', cell: ({ way }) => way ?? '–', numeric: true },
  { head: 'Circuit', cell: (row) => <CircuitCell {...row} /> },
  {
    head: 'Device',
    cell: ({ device, iDeltaNMa }) =>
      [device, iDeltaNMa !== null && `${iDeltaNMa} mA`].filter(Boolean).join(', ') || '–',
  },
]
const PHASE_COLUMN: Column<Row> = {
  head: 'Phase',
  cell: ({ phase, wasOn }) => `${phase}${wasOn ? ` (was ${wasOn})` : ''}`,
}
