'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { RELEASED } from '@/core/evidence/families/farEnd'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { useTimes } from '@/ui/useTimes'
import type { Identifying, Seen, SeenRun } from './useIdentifying'

const SEEN_WORDS: readonly (readonly [Seen, string])[] = [
  ['continuity', 'Answers'],
  ['open', 'Silent'],
]

function joinedWords(joined: string | null): string {
  if (joined === null) return 'Nothing heard from the far end yet'
  return joined === RELEASED ? 'Everything is released' : `${joined} is joined`
}

type NearEndProps = Pick<Identifying, 'joined' | 'said' | 'runs' | 'see'> & {
  /** What is joined comes from another phone, and is not called out. */
  hears: boolean
}

/** What answers and what is silent at the near end, run by run. */
export function NearEnd({ hears, joined, said, runs, see }: NearEndProps) {
  const { clock } = useTimes()
  return (
    <Box borderTopWidth="1px" borderColor="rule">
      <Text px="14px" py="7px" fontSize="18px" fontWeight="600" role="status" aria-label="Far end">
        {joinedWords(joined)}
        {hears && said && (
          <Text as="span" fontSize="14px" fontWeight="400" color="ink2">
            , said by {said.recordedByName} at {clock(said.recordedAt)}
          </Text>
        )}
      </Text>
      {joined !== null && runs.map((run) => <RunRow key={run.tag} run={run} onSee={(word) => see(run.tag, word)} />)}
    </Box>
  )
}

function RunRow({ run: { tag, seen, verdict }, onSee }: { run: SeenRun; onSee: (word: Seen) => void }) {
  return (
    <Flex
      data-near={tag}
      px="14px"
      py="6px"
      gap="8px"
      align="center"
      wrap="wrap"
      borderTopWidth="1px"
      borderColor="rule"
    >
      <Text fontFamily="mono" fontSize="16px" w="44px">
        {tag}
      </Text>
      {SEEN_WORDS.map(([word, words]) => (
        <Button
          key={word}
          variant={seen === word ? 'chosen' : 'quiet'}
          aria-pressed={seen === word}
          onClick={() => onSee(word)}
        >
          {words}
        </Button>
      ))}
      <Box ml="auto">
        <VerdictWord verdict={verdict} />
      </Box>
    </Flex>
  )
}
