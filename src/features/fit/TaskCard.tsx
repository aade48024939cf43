'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { FitItem } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { whenWords } from './whenWords'

interface TaskCardProps {
  task: FitItem<'task'>
  /** Median of the crew's earlier jobs; `null` when there are not enough. */
  learnedMin: number | null
  nameOf: (tag: string) => string
  edit: boolean
  onPin: (atMin: number | null) => void
  onEdit: () => void
}

/** The task that was chosen in the lanes: what it needs, what it waits for, and its pin. */
export function TaskCard({ task: { name, detail }, learnedMin, nameOf, edit, onPin, onEdit }: TaskCardProps) {
  const needs = [
    detail.licensed && 'a licensed person',
    detail.powerOff && 'the supply off',
    detail.daylight && 'daylight',
    detail.dry && 'dry weather',
    detail.visitTag && 'somebody else’s visit',
  ].filter(Boolean)
  const after = (detail.after ?? '').split(/[\s,;]+/).filter(Boolean)
  return (
    <TitledSheet
      title={name}
      note={`${detail.minutes} min, ${detail.people === 1 ? 'one person' : `${detail.people} people`}`}
      actions={
        edit && (
          <>
            {detail.pinnedMin !== null && (
              <Button size="sm" onClick={() => onPin(null)}>
                Take the pin off
              </Button>
            )}
            <Button size="sm" onClick={onEdit}>
              Change
            </Button>
          </>
        )
      }
    >
      <Flex px="14px" pb="10px" gap="4px" direction="column" fontSize="14px">
        <Text>
          {needs.length > 0 ? `Needs ${needs.join(', ')}.` : 'Needs nothing but hands.'}{' '}
          {after.length > 0 ? `After ${after.map(nameOf).join(', ')}.` : ''}
        </Text>
        {detail.pinnedMin !== null && (
          <Text>Pinned to {whenWords(detail.pinnedMin)}; the rest is planned around it.</Text>
        )}
        {learnedMin !== null && (
          <Text color="ink2">
            On earlier jobs of the crew this took {Math.round(learnedMin)} minutes, by the median.
          </Text>
        )}
        {detail.leavesOpen && <Text color="ink2">Left half-finished: {detail.leavesOpen}.</Text>}
      </Flex>
    </TitledSheet>
  )
}
