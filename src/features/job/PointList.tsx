'use client'
import { belongsTo } from '@/core/evidence/families'
import { RECORDED_GAPS } from '@/core/evidence/families/outageGap'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import type { Point } from '@/core/evidence/point'
import { EmptyState } from '@/ui/EmptyState'
import { VerdictWord } from '@/ui/VerdictWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from './JobContext'
import { PointDetail } from './PointDetail'

/** The points of a stage, each with its verdict; the selected one unfolds to what it asks for. */
export function PointList({
  title = 'Points to show',
  points,
  empty,
}: {
  title?: string
  points: readonly Point[]
  empty?: string
}) {
  const { bench } = useJob()
  const proven = points.filter(({ key }) => bench.judgements.get(key)?.verdict === 'proven').length
  return (
    <TitledSheet title={title} note={points.length > 0 ? `${proven} of ${points.length} proven` : undefined}>
      {points.length === 0 && <EmptyState title={empty ?? 'Nothing to show here yet'} />}
      {points.map((point) => (
        <PointRow key={point.key} point={point} />
      ))}
    </TitledSheet>
  )
}

function PointRow({ point }: { point: Point }) {
  const { bench, at, select } = useJob()
  const judgement = bench.judgements.get(point.key)
  const chosen = at === point.key
  const row = useRef<HTMLDivElement>(null)
  useEffect(() => {
    // a point whose picture is the bench itself is looked at up there
    if (chosen && !belongsTo(point, ...RECORDED_GAPS)) row.current?.scrollIntoView({ block: 'nearest' })
  }, [chosen, point])
  return (
    <Box ref={row} borderTopWidth="1px" borderColor="rule" bg={chosen ? 'emberSoft' : undefined}>
      <chakra.button
        type="button"
        onClick={() => select(chosen ? null : point.key)}
        aria-expanded={chosen}
        w="100%"
        textAlign="left"
        px="14px"
        py="6px"
        minH="44px"
        cursor="pointer"
        _hover={{ bg: chosen ? undefined : 'sheet2' }}
      >
        <Flex align="center" gap="10px" wrap={{ base: 'wrap', md: 'nowrap' }}>
          <Box w="82px" flex="none">
            <VerdictWord verdict={judgement?.verdict ?? 'open'} />
          </Box>
          <Box flex="1" minW="150px" lineHeight="1.3" overflowWrap="anywhere">
            {point.label}
          </Box>
          {judgement?.value && (
            <Box fontWeight="600" fontSize="17px" overflowWrap="anywhere" textAlign="right">
              {judgement.value}
            </Box>
          )}
        </Flex>
      </chakra.button>
      {chosen && (
        <Box px="14px" pb="12px" pl={{ md: '106px' }}>
          <PointDetail point={point} />
        </Box>
      )}
    </Box>
  )
}
