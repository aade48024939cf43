import { verdictAt } from '@/core/evidence/verdictAt'
import { Box, Flex } from '@chakra-ui/react'
import type { Point } from '@/core/evidence/point'
import { STAGE_WORDS } from '@/core/evidence/point'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'

/** Rows that are listed; the rest is counted. */
const MOST_ROWS = 60

/** What the pack will print as open or stopped; nothing where every point has evidence. */
export function PrintedOpen({ open }: { open: readonly Point[] }) {
  const { bench, goTo } = useJob()
  if (open.length === 0) return null
  return (
    <TitledSheet title="Printed in the pack as open" note={`${open.length}`}>
      {open.slice(0, MOST_ROWS).map((point) => (
        <Flex
          key={point.key}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          gap="10px"
          align="center"
          minH="40px"
          fontSize="14px"
        >
          <Box w="82px" flex="none">
            <VerdictWord verdict={verdictAt(bench.judgements, point.key)} />
          </Box>
          <Button
            variant="bare"
            size="sm"
            px="0"
            fontWeight="400"
            justifyContent="flex-start"
            textAlign="left"
            onClick={() => goTo(point.stage, point.key)}
          >
            {STAGE_WORDS[point.stage]}: {point.label}
          </Button>
        </Flex>
      ))}
    </TitledSheet>
  )
}
