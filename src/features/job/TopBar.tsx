'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import NextLink from 'next/link'
import { STAGE_WORDS } from '@/core/evidence/point'
import { Button } from '@/ui/Button'
import { paintedApart } from '@/ui/paintedApart'
import { BarMark } from './BarMark'
import { useJob } from './JobContext'
import { ChangeJobHead } from './ChangeJobHead'
import { InstrumentChoice } from './InstrumentChoice'
import type { KeptScripts } from '@/offline/useKeptScripts'
import { OutboxState } from './OutboxState'
import { PersonTools } from './PersonTools'

/** The bench's head: which job, and whether everything is sent. */
export function TopBar({ kept, onKeys, onStages }: { kept: KeptScripts; onKeys: () => void; onStages: () => void }) {
  const { view, record, bench, actor, stage } = useJob()
  return (
    <chakra.header
      {...paintedApart}
      display="flex"
      alignItems="center"
      gap={{ base: '8px', lg: '16px' }}
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="rule2"
      minH="52px"
      pr={{ base: '4px', lg: '14px' }}
      minW="0"
    >
      <NextLink href="/" aria-label="Awlbright, all jobs">
        <BarMark />
      </NextLink>
      <Button
        hideFrom="lg"
        variant="quiet"
        size="sm"
        onClick={onStages}
        aria-label={`Stage ${STAGE_WORDS[stage]}, choose another`}
      >
        {STAGE_WORDS[stage]} ▾
      </Button>
      <Flex flex="1" minW="0" align="center" gap="14px">
        <Flex minW="0" align="baseline" gap="14px">
          <Box
            as="h1"
            fontFamily="heading"
            fontWeight="600"
            fontSize={{ base: '15px', lg: '17px' }}
            whiteSpace="nowrap"
            minW="0"
            overflow="hidden"
            textOverflow="ellipsis"
            title={record.installation.name}
          >
            {record.installation.name}
          </Box>
          <Box
            hideBelow="lg"
            color="ink2"
            fontSize="14px"
            whiteSpace="nowrap"
            minW="0"
            overflow="hidden"
            textOverflow="ellipsis"
          >
            {record.cover?.place ?? view.place} · {view.archivedAt ? 'in the archive' : bench.context.pack.name}
          </Box>
        </Flex>
        <Box hideBelow="lg">
          <ChangeJobHead />
        </Box>
      </Flex>
      <OutboxState kept={kept} />
      <Box hideBelow="lg">
        <InstrumentChoice />
      </Box>
      <Box hideBelow="lg" color="ink2" fontSize="14px" whiteSpace="nowrap">
        {actor.name}, {actor.role}
      </Box>
      <PersonTools onKeys={onKeys} />
    </chakra.header>
  )
}
