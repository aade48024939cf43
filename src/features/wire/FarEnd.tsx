'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { RELEASED } from '@/core/evidence/families/farEnd'
import { Button } from '@/ui/Button'
import type { Identifying } from './useIdentifying'

type FarEndProps = Pick<Identifying, 'joined' | 'runs' | 'join'> & {
  /** Whoever holds this phone joins the runs, and does not hear it called out. */
  isThere: boolean
}

/** What is joined at the far end: one run after the other, or none. */
export function FarEnd({ isThere, joined, runs, join }: FarEndProps) {
  const next = runs.find(({ verdict }) => verdict === 'open')?.tag
  const choices = [...runs.map(({ tag }) => [tag, `Join ${tag}`] as const), [RELEASED, 'All released'] as const]
  return (
    <Box px="14px" pb="10px">
      <Text fontSize="14px" color="ink2" mb="5px">
        {isThere
          ? 'Join one run, and say so here. The other phone sees it.'
          : 'What is joined at the far end just now?'}{' '}
        {next ? `Next: ${next}.` : 'Every run has been seen.'}
      </Text>
      <Flex gap="8px" wrap="wrap">
        {choices.map(([tag, words]) => (
          <Button
            key={tag}
            size={isThere ? 'glove' : 'md'}
            variant={joined === tag ? 'act' : 'quiet'}
            aria-pressed={joined === tag}
            onClick={() => join(tag)}
          >
            {words}
          </Button>
        ))}
      </Flex>
    </Box>
  )
}
