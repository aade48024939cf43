'use client'
import { Box, Flex, Grid } from '@chakra-ui/react'
import type { RefObject } from 'react'
import { paintedApart } from '@/ui/paintedApart'
import { useBenchRoom } from './BenchRoom'
import { NextButton } from './NextButton'
import type { Tab } from './PhoneTabs'
import { QuickLine } from './QuickLine'

/** The quick line under the zones, with what is next beside it; on a phone it goes with what is next. */
export function EntryBar({
  tab,
  field,
  onWords,
}: {
  tab: Tab
  field: RefObject<HTMLInputElement | null>
  onWords: () => void
}) {
  const { large } = useBenchRoom()
  return (
    <Grid
      {...paintedApart}
      templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 312px' }}
      bg="sheet"
      borderTopWidth="1px"
      borderColor="rule2"
      display={large ? 'none' : { base: tab === 'next' ? 'grid' : 'none', lg: 'grid' }}
    >
      <Box
        role="region"
        aria-label="Quick line"
        px={{ base: '12px', lg: '20px' }}
        pt="6px"
        pb={{ base: '0', lg: '10px' }}
        pl={{ lg: '168px' }}
        minW="0"
      >
        <QuickLine field={field} onWords={onWords} />
      </Box>
      <Flex hideBelow="lg" align="center" px="14px">
        <NextButton />
      </Flex>
    </Grid>
  )
}
