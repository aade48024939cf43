import { Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { PlanMark } from '@/core/rules/verdict'
import { PlanMarkWord } from '@/ui/PlanMarkWord'

/** One thing of the plan with its mark, and under it what it rests on; `wrong` says that something of it is not right. */
export function MarkedRow({
  name,
  mark,
  wrong = false,
  children,
}: {
  name: string
  mark: PlanMark
  wrong?: boolean
  children: ReactNode
}) {
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="8px"
      gap="6px 18px"
      wrap="wrap"
      fontSize="14px"
      align="center"
    >
      <Text fontWeight="600" flex="1" minW="140px" overflowWrap="anywhere">
        {name}
      </Text>
      <PlanMarkWord mark={mark} />
      <Text w="100%" color={wrong ? 'stop' : 'ink2'}>
        {children}
      </Text>
    </Flex>
  )
}
