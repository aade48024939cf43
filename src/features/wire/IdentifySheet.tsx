'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { FAR_END_KEY, RELEASED } from '@/core/evidence/families/farEnd'
import { identitiesOf, joinedSlot, runIdentityKey } from '@/core/evidence/families/runIdentity'
import { latestBySlot } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useTimes } from '@/ui/useTimes'
import { useJob } from '../job/JobContext'

const ROLES = {
  far: 'I join, at the far end',
  near: 'I read, at the near end',
  alone: 'One phone, calling out',
} as const
type Role = keyof typeof ROLES

/** W-3 for two people: one joins and releases at the far end, the other sees it and records; or one records what the other calls out. */
export function IdentifySheet() {
  const { clock } = useTimes()
  const {
    record: { installation },
    bench,
    offer,
  } = useJob()
  const [role, setRole] = useState<Role>('alone')
  const [called, setCalled] = useState<string>(RELEASED)
  const identities = identitiesOf(installation, bench.context.readings)
  const farPoint = bench.points.find(({ key }) => key === FAR_END_KEY)
  const said = latestBySlot(bench.context.readings, FAR_END_KEY).get('joined')
  const joined = role === 'alone' ? called : (said?.valueWord ?? null)
  const tags = installation.runs.map(({ tag }) => tag)
  const next = tags.find((tag) => identities[tag]?.verdict === 'open')
  const join = (tag: string) => {
    if (role === 'alone') return setCalled(tag)
    const [slot] = farPoint?.slots ?? []
    if (farPoint && slot) void offer({ point: farPoint, slot }, { kind: 'word', word: tag })
  }
  const see = (tag: string, word: 'continuity' | 'open') => {
    const point = bench.points.find(({ key }) => key === runIdentityKey({ tag }))
    const slot = joined === null ? undefined : point?.slots.find(({ id }) => id === joinedSlot(joined))
    if (point && slot) void offer({ point, slot }, { kind: 'word', word })
  }
  const joinedWords =
    joined === null
      ? 'Nothing heard from the far end yet'
      : joined === RELEASED
        ? 'Everything is released'
        : `${joined} is joined`
  return (
    <TitledSheet
      title="Identify together"
      note="joined and answering, released and silent: one of the two alone proves nothing"
    >
      <Flex gap="6px" px="14px" pb="8px" wrap="wrap" role="group" aria-label="Where you stand">
        {(Object.keys(ROLES) as Role[]).map((one) => (
          <Button
            key={one}
            size="sm"
            variant={role === one ? 'chosen' : 'quiet'}
            aria-pressed={role === one}
            onClick={() => setRole(one)}
          >
            {ROLES[one]}
          </Button>
        ))}
      </Flex>
      {role !== 'near' && (
        <Box px="14px" pb="10px">
          <Text fontSize="14px" color="ink2" mb="5px">
            {role === 'far'
              ? 'Join one run, and say so here. The other phone sees it.'
              : 'What is joined at the far end just now?'}{' '}
            {next ? `Next: ${next}.` : 'Every run has been seen.'}
          </Text>
          <Flex gap="8px" wrap="wrap">
            {tags.map((tag) => (
              <Button
                key={tag}
                size={role === 'far' ? 'glove' : 'md'}
                variant={joined === tag ? 'act' : 'quiet'}
                aria-pressed={joined === tag}
                onClick={() => join(tag)}
              >
                Join {tag}
              </Button>
            ))}
            <Button
              size={role === 'far' ? 'glove' : 'md'}
              variant={joined === RELEASED ? 'act' : 'quiet'}
              aria-pressed={joined === RELEASED}
              onClick={() => join(RELEASED)}
            >
              All released
            </Button>
          </Flex>
        </Box>
      )}
      {role !== 'far' && (
        <Box borderTopWidth="1px" borderColor="rule">
          <Text px="14px" py="7px" fontSize="18px" fontWeight="600" role="status" aria-label="Far end">
            {joinedWords}
            {role === 'near' && said && (
              <Text as="span" fontSize="14px" fontWeight="400" color="ink2">
                , said by {said.recordedByName} at {clock(said.recordedAt)}
              </Text>
            )}
          </Text>
          {joined !== null &&
            tags.map((tag) => {
              const word = latestBySlot(bench.context.readings, runIdentityKey({ tag })).get(
                joinedSlot(joined),
              )?.valueWord
              return (
                <Flex
                  key={tag}
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
                  <Button
                    variant={word === 'continuity' ? 'chosen' : 'quiet'}
                    aria-pressed={word === 'continuity'}
                    onClick={() => see(tag, 'continuity')}
                  >
                    Answers
                  </Button>
                  <Button
                    variant={word === 'open' ? 'chosen' : 'quiet'}
                    aria-pressed={word === 'open'}
                    onClick={() => see(tag, 'open')}
                  >
                    Silent
                  </Button>
                  <Box ml="auto">
                    <VerdictWord verdict={identities[tag]?.verdict ?? 'open'} />
                  </Box>
                </Flex>
              )
            })}
        </Box>
      )}
    </TitledSheet>
  )
}
