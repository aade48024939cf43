'use client'
import { Box, Grid, Text } from '@chakra-ui/react'
import { Fragment } from 'react'
import { exampleOf } from '@/core/evidence/quickLine'
import { STAGE_WORDS, STAGES } from '@/core/evidence/point'
import { KeyCap } from '@/ui/KeyCap'
import { Overlay } from '@/ui/Overlay'
import { useJob } from './JobContext'

const KEYS: readonly [string, string][] = [
  ['1 – 8', 'the stages, Survey to Handover'],
  ['/', 'to the quick line'],
  ['.', 'next open point'],
  ['j  k', 'along the ledger'],
  ['u', 'take back what you did last: a reading with a reason, a change of the plan as it was'],
  ['f', 'the picture large, and back'],
  ['g', 'street or island'],
  ['l', 'lamp mode'],
  ['Esc', 'empty the quick line, then leave it'],
  ['?', 'this list'],
]

/** All keys, and the words the quick line knows in this job. */
export function KeysOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Overlay title="Keys and quick-line words" open={open} onClose={onClose} wide>
      <KeysAndWords />
    </Overlay>
  )
}

function KeysAndWords() {
  const { bench } = useJob()
  return (
    <>
      <Grid templateColumns="max-content 1fr" gap="6px 14px" alignItems="baseline">
        {KEYS.map(([key, meaning]) => (
          <Fragment key={key}>
            <Box>
              <KeyCap>{key}</KeyCap>
            </Box>
            <Text>{meaning}</Text>
          </Fragment>
        ))}
      </Grid>
      {STAGES.map((stage) => {
        const targets = bench.points
          .filter((point) => point.stage === stage)
          .flatMap((point) => point.slots.filter(({ path }) => path.length > 0).map((slot) => ({ point, slot })))
        return targets.length === 0 ? null : (
          <Box key={stage} mt="14px">
            <Text fontWeight="600">{STAGE_WORDS[stage]}</Text>
            <Grid templateColumns={{ base: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' }} gap="2px 14px">
              {targets.slice(0, 40).map((target) => (
                <Box key={`${target.point.key}${target.slot.id}`} fontSize="14px" overflowWrap="anywhere">
                  <Box as="span" fontFamily="mono">
                    {exampleOf(target)}
                  </Box>{' '}
                  <Box as="span" color="ink2">
                    {target.slot.label}
                  </Box>
                </Box>
              ))}
            </Grid>
          </Box>
        )
      })}
    </>
  )
}
