'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { jointMs } from '@/core/outage/run/betweenMarks'
import type { OutageMark } from '@/core/outage/run/outageMark'
import { type OutageRun, zeroMsOf } from '@/core/outage/run/outageRun'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { fromCutWords, markWords } from '@/core/outage/run/markWords'

/** Every mark of the run with who tapped it, and how its phone's clock stood; the latest first. */
export function RunMarks({
  run,
  nameOf,
  takeBack,
}: {
  run: OutageRun
  nameOf: (tag: string) => string
  takeBack: ((mark: OutageMark) => void) | null
}) {
  const zeroMs = zeroMsOf(run)
  return (
    <Box as="ol" px="14px" pb="10px" maxH="260px" overflowY="auto" tabIndex={0} aria-label="Marks of the run">
      {run.marks.toReversed().map((mark) => {
        return (
          <Flex as="li" key={mark.id} gap="2px 12px" wrap="wrap" align="center" fontSize="14px" minH="36px">
            <chakra.span fontFamily="mono" minW="62px">
              {fromCutWords(jointMs(mark) - zeroMs)}
            </chakra.span>
            <Text flex="1" minW="140px" fontWeight="600">
              {markWords(mark, nameOf)}
            </Text>
            <Text color="ink2">
              {mark.byName}, {clockText(mark)}
            </Text>
            {takeBack && mark.kind !== 'begun' && (
              <Button size="sm" variant="bare" fontSize="13px" onClick={() => takeBack(mark)}>
                take back
              </Button>
            )}
          </Flex>
        )
      })}
    </Box>
  )
}

const clockText = ({ clockOffsetMs, clockErrorMs }: OutageMark): string =>
  clockOffsetMs === null || clockErrorMs === null
    ? 'clock never compared'
    : `clock ${clockOffsetMs >= 0 ? '+' : '−'}${formatNumber(Math.abs(clockOffsetMs), 6)} ± ${formatNumber(clockErrorMs, 4)} ms`
