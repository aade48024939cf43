'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { JudgedWall } from '@/core/fit/wallOfInstallation'
import type { FitItem } from '@/core/installation/fit'
import { OBSTACLE_WORDS } from '@/schemas/fitFields'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'

type Fixed = FitItem<'obstacle'> | FitItem<'board'>

function fixedWords(item: Fixed): string | undefined {
  if (item.kind === 'obstacle') return OBSTACLE_WORDS[item.detail.obstacle]
  if (item.detail.nonCombustible === null) return 'board, material not known'
  return item.detail.nonCombustible ? 'board, non-combustible' : 'board that can burn'
}

function FixedRow({ item, onEdit }: { item: Fixed; onEdit: ((item: Fixed) => void) | null }) {
  const { tag, name, detail } = item
  return (
    <Flex
      px="14px"
      py="5px"
      gap="2px 10px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      align="center"
      wrap="wrap"
    >
      <Text fontFamily="mono" color="ink3" w="40px" flex="none">
        {tag}
      </Text>
      <Text flex="1 1 9em" minW="0" overflowWrap="anywhere">
        {name}
        <Text as="span" color="ink2">
          , {fixedWords(item)}
        </Text>
      </Text>
      <Text color="ink2" whiteSpace="nowrap">
        {detail.widthMm} × {detail.heightMm} at {detail.xMm} / {detail.yMm}
      </Text>
      {onEdit && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={() => onEdit(item)} aria-label={`Change ${name}`}>
          change
        </Button>
      )}
    </Flex>
  )
}

/** What stands on a wall and stays there: the units keep clear of it, or lie on it. */
export function OnTheWall({
  judged: { obstacles, boards },
  onEdit,
}: {
  judged: JudgedWall
  onEdit: ((item: Fixed) => void) | null
}) {
  return (
    <TitledSheet title="On the wall" note="kept clear by kind, or by the unit’s own distance where that is more">
      {obstacles.length + boards.length === 0 && (
        <EmptyState title="Nothing in the way">
          Windows, doors, meters, pipes, sockets: add what the units must keep away from.
        </EmptyState>
      )}
      {[...obstacles, ...boards].map((item) => (
        <FixedRow key={item.id} item={item} onEdit={onEdit} />
      ))}
    </TitledSheet>
  )
}
