'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { ALL_RELEASED, joinedSlot, runIdentityKey } from '@/core/evidence/families/runIdentity'
import { runLoop } from '@/core/evidence/families/runLoop'
import { latestBySlot } from '@/core/evidence/reading'
import type { CableRun } from '@/core/installation/installation'
import { sizeText } from '@/core/rules/conductors'
import type { Verdict } from '@/core/rules/verdict'
import type { IdentityState } from '@/core/wiring/cableIdentity'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { LoopScale } from './LoopScale'
import { RunBetweenEnds } from './RunBetweenEnds'

const STATE_WORDS: Readonly<Record<IdentityState, string>> = {
  identified: 'identified',
  halfSeen: 'half seen',
  unseen: 'not looked at',
  crossedOrJoined: 'crossed or joined',
  noAnswer: 'no answer',
}
const ANSWER_WORDS: Readonly<Record<string, string>> = { continuity: 'answers', open: 'silent' }

/** What was seen of a run: how its far end answered, and what it is made of. */
function RunFacts({ run, verdict }: { run: CableRun; verdict: Verdict }) {
  const { bench } = useJob()
  const { pack, readings } = bench.context
  const seen = latestBySlot(readings, runIdentityKey(run))
  const word = (slot: string) => ANSWER_WORDS[seen.get(slot)?.valueWord ?? ''] ?? '–'
  return (
    <Flex fontSize="13px" color="ink2" gap="6px 16px" wrap="wrap" mt="2px" align="center">
      <VerdictWord verdict={verdict} />
      <span>
        joined: <b>{word(joinedSlot(run.tag))}</b>
      </span>
      <span>
        released: <b>{word(ALL_RELEASED)}</b>
      </span>
      <span>
        {run.lengthM} m of {sizeText(pack.id, run.size)}
      </span>
    </Flex>
  )
}

/** One run with its identity and its loop. */
export function RunRow({
  run,
  state,
  verdict,
  onEdit,
}: {
  run: CableRun
  state: IdentityState
  verdict: Verdict
  onEdit?: () => void
}) {
  const { at, select } = useJob()
  const identityKey = runIdentityKey(run)
  const chosen = at === identityKey || at === runLoop.key(run)
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="8px" bg={chosen ? 'emberSoft' : undefined}>
      <Grid templateColumns={{ base: '1fr', md: 'minmax(0, 1fr) 176px' }} gap="8px 18px" alignItems="center">
        <chakra.button
          type="button"
          onClick={() => select(chosen ? null : identityKey)}
          textAlign="left"
          cursor="pointer"
          minW="0"
          aria-pressed={chosen}
          aria-label={`${run.tag}, ${run.from} to ${run.to}: ${STATE_WORDS[state]}`}
        >
          <RunBetweenEnds run={run} state={state} chosen={chosen} />
          <RunFacts run={run} verdict={verdict} />
        </chakra.button>
        <Box>
          <LoopScale run={run} />
          {onEdit && (
            <Button
              variant="bare"
              size="sm"
              px="0"
              minH="26px"
              fontSize="13px"
              onClick={onEdit}
              aria-label={`Change ${run.tag}`}
            >
              change
            </Button>
          )}
        </Box>
      </Grid>
    </Box>
  )
}
