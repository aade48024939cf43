import { Box, Flex, Text } from '@chakra-ui/react'
import type { Lift } from '@/core/fit/lifts'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'

/** One lift in its order: what, how many carry it, and what it weighs. */
export function LiftRow({ place, name, lift }: { place: number; name: string; lift: Lift }) {
  return (
    <Flex
      px="14px"
      py="7px"
      gap="2px 12px"
      borderTopWidth="1px"
      borderColor="rule"
      align="center"
      fontSize="15px"
      wrap="wrap"
    >
      <Text fontFamily="mono" color="ink3" w="24px">
        {place}
      </Text>
      <Text flex="1 1 9em" minW="0" overflowWrap="anywhere">
        {name}
      </Text>
      <People n={lift.persons} aid={lift.aid} />
      <Text fontWeight="600" fontSize="17px" w="84px" textAlign="right">
        {formatNumber(lift.massKg, 4)} kg
      </Text>
    </Flex>
  )
}

/** So many people, drawn; with a hook where hands are not enough. */
function People({ n, aid }: { n: number; aid: boolean }) {
  return (
    <Flex align="center" gap="6px" color={aid ? 'stop' : 'ink'}>
      <svg width={n * 13 + (aid ? 16 : 0)} height="18" aria-hidden>
        {Array.from({ length: n }, (_, k) => (
          <g key={k} transform={`translate(${k * 13},0)`} fill={colour(aid ? 'stop' : 'grid')}>
            <circle cx="6" cy="4" r="3" />
            <path d="M1 17c0-6 2-8 5-8s5 2 5 8z" />
          </g>
        ))}
        {aid && <path d={`M${n * 13 + 7} 1v6a4 4 0 1 1-5 4`} fill="none" stroke={colour('stop')} strokeWidth="2" />}
      </svg>
      <Box as="span" fontSize="14px" whiteSpace="nowrap">
        {aid ? 'aid or written plan' : n === 1 ? 'one person' : `${n} people`}
      </Box>
    </Flex>
  )
}
