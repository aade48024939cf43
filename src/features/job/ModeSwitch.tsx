'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { MODE_WORDS } from '@/core/evidence/point'
import { useJob } from './JobContext'

const COLOURS = {
  grid: { bg: 'gridSoft', color: 'grid' },
  island: { bg: 'emberSoft', color: 'island' },
} as const
const NOT_MEANT = { bg: 'sheet', color: 'ink2' }

/** Whether the tests that are typed are those beside the street, or those on the island. */
export function ModeSwitch() {
  const { mode, setMode } = useJob()
  return (
    <Flex
      role="group"
      aria-label="Mode of the tests"
      borderWidth="1px"
      borderColor="rule2"
      borderRadius="l1"
      overflow="hidden"
      flex="none"
    >
      {(['grid', 'island'] as const).map((own) => (
        <chakra.button
          key={own}
          type="button"
          aria-pressed={mode === own}
          onClick={() => setMode(own)}
          minH="44px"
          px="10px"
          cursor="pointer"
          fontSize="14px"
          fontWeight="600"
          {...(mode === own ? COLOURS[own] : NOT_MEANT)}
        >
          {MODE_WORDS[own]}
        </chakra.button>
      ))}
    </Flex>
  )
}
