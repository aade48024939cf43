'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { AWAKE_LABELS } from '@/core/evidence/families/awakeAfterCut'
import { betweenMarks } from '@/core/outage/run/betweenMarks'
import { AWAKE_KINDS, type MarkKind, type OutageMark } from '@/core/outage/run/outageMark'
import { loadsByRoom } from '@/core/outage/run/loadsByRoom'
import type { OutageRun } from '@/core/outage/run/outageRun'
import type { Load } from '@/core/installation/installation'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { clockWords } from '@/core/outage/run/markWords'

type Mark = (kind: MarkKind, subject: string) => void

/** What was promised to stay on, looked at room by room; and the clocks of what wakes again. */
export function RunSeen({ run, promised, mark }: { run: OutageRun; promised: readonly Load[]; mark: Mark | null }) {
  const said = (kinds: readonly MarkKind[], subject: string) =>
    run.marks.findLast((one) => kinds.includes(one.kind) && one.subject === subject) ?? null
  return (
    <TitledSheet title="What stayed on, and what woke again" note="T-16: clocks run from the cut">
      {loadsByRoom(promised).map(({ room, loads }) => (
        <SeenGroup key={room ?? ''} head={room ?? 'No room said'}>
          {loads.map((load) => (
            <SeenLoad key={load.tag} load={load} said={said(['running', 'dead'], load.tag)} mark={mark} />
          ))}
        </SeenGroup>
      ))}
      <SeenGroup head="Woke again">
        {AWAKE_KINDS.map((kind) => {
          const awake = said(['awake'], kind)
          return (
            <SeenRow key={kind} name={AWAKE_LABELS[kind]} words={awakeWords(run, awake)}>
              {mark && awake === null && (
                <Button
                  size="sm"
                  aria-label={`${AWAKE_LABELS[kind]} is there again`}
                  onClick={() => mark('awake', kind)}
                >
                  there again
                </Button>
              )}
            </SeenRow>
          )
        })}
      </SeenGroup>
    </TitledSheet>
  )
}

/** Rows under a head of their own: a room, or what wakes again. */
function SeenGroup({ head, children }: { head: string; children: React.ReactNode }) {
  return (
    <Box role="group" aria-label={head} borderTopWidth="1px" borderColor="rule2" pb="4px">
      <Text px="14px" pt="6px" fontSize="14px" fontWeight="600" color="ink2">
        {head}
      </Text>
      {children}
    </Box>
  )
}

function SeenLoad({ load: { tag, name }, said, mark }: { load: Load; said: OutageMark | null; mark: Mark | null }) {
  const words = said === null ? 'nobody has looked yet' : said.kind === 'dead' ? 'dead' : 'runs'
  return (
    <SeenRow name={name} words={words}>
      {mark && (
        <>
          <Button size="sm" aria-label={`${name} runs`} onClick={() => mark('running', tag)}>
            runs
          </Button>
          <Button size="sm" aria-label={`${name} is dead`} onClick={() => mark('dead', tag)}>
            dead
          </Button>
        </>
      )}
    </SeenRow>
  )
}

/** When it woke, from the cut; figures of an app from before are old. */
function awakeWords({ out }: OutageRun, awake: OutageMark | null): string {
  if (awake === null) return 'not there yet'
  const span = out && betweenMarks(out, awake)
  return span ? `after ${clockWords(span.ms)}` : 'the clocks of the two phones were never compared'
}

function SeenRow({ name, words, children }: { name: string; words: string; children: React.ReactNode }) {
  return (
    <Flex px="14px" py="4px" gap="4px 12px" align="center" wrap="wrap" minH="44px">
      <Text flex="1" minW="150px" fontWeight="600" overflowWrap="anywhere">
        {name}
      </Text>
      <Text color="ink2" fontSize="14px" minW="130px">
        {words}
      </Text>
      <Flex gap="8px" minW={{ md: '140px' }}>
        {children}
      </Flex>
    </Flex>
  )
}
