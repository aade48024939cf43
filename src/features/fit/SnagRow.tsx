'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { FitItem } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { AddPicture } from '../job/AddPicture'
import { Pictures } from '../survey/Pictures'
import { clearedSubject } from './clearedSubject'

type Snag = FitItem<'snag'>

interface SnagRowProps {
  snag: Snag
  /** Its day is past, and it is not cleared. */
  isLate: boolean
  /** A picture shows it cleared. */
  isShownCleared: boolean
  /** `null` for who may not write. */
  hands: { onClear: () => void; onChange: () => void } | null
}

/** A snag: what, where, who and by when, with its pictures. */
export function SnagRow({ snag, isLate, isShownCleared, hands }: SnagRowProps) {
  const { tag, name, detail } = snag
  const isCleared = detail.clearedOn !== null
  const told = [
    detail.place,
    detail.who && `for ${detail.who}`,
    detail.due && `by ${detail.due}${isLate ? ', late' : ''}`,
    isCleared && `cleared on ${detail.clearedOn} by ${detail.clearedBy}`,
  ]
  return (
    <Flex
      data-snag={tag}
      px="14px"
      py="8px"
      gap="12px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      align="flex-start"
      wrap={{ base: 'wrap', md: 'nowrap' }}
    >
      <Box flex={{ base: '1 1 100%', md: '1' }} minW="0">
        <Text fontWeight="600" textDecoration={isCleared ? 'line-through' : undefined} overflowWrap="anywhere">
          {name}{' '}
          <Text as="span" fontFamily="mono" fontWeight="400" fontSize="12px" color="ink3">
            {tag}
          </Text>
        </Text>
        <Text color={isLate ? 'stop' : 'ink2'}>{told.filter(Boolean).join(' · ')}</Text>
        <Pictures subject={tag} label={name} />
        <Pictures subject={clearedSubject(tag)} label={`${name}, cleared`} />
      </Box>
      {hands && (
        <Flex gap="6px" align="center" flex="none" wrap="wrap">
          {!isCleared && <Clearing tag={tag} isShown={isShownCleared} onClear={hands.onClear} />}
          <Button variant="bare" size="sm" fontSize="13px" onClick={hands.onChange} aria-label={`Change ${name}`}>
            change
          </Button>
        </Flex>
      )}
    </Flex>
  )
}

/** A picture of the snag, then one that shows it cleared; only then is it said to be. */
function Clearing({ tag, isShown, onClear }: { tag: string; isShown: boolean; onClear: () => void }) {
  return (
    <>
      <AddPicture subject={tag} compact />
      {!isShown && (
        <Flex align="center" gap="4px" fontSize="13px" color="ink2">
          cleared?
          <AddPicture subject={clearedSubject(tag)} compact />
        </Flex>
      )}
      <Button
        size="sm"
        disabled={!isShown}
        title={isShown ? undefined : 'Take a picture of it cleared first.'}
        onClick={onClear}
      >
        Cleared
      </Button>
    </>
  )
}
