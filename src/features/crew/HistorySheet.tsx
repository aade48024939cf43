import { Box, Flex, Text } from '@chakra-ui/react'
import type { CrewView } from '@/server/useCases/crew'
import { useTimes } from '@/ui/useTimes'
import { TitledSheet } from '@/ui/Sheet'
import { changeWords } from './changeWords'

/** What was changed about the crew's people and instruments, the latest first. */
export function HistorySheet({ crew: { history } }: { crew: CrewView }) {
  const { clock } = useTimes()
  return (
    <TitledSheet title="What was changed" note={`the latest ${history.length}`}>
      <Box as="ol" listStyleType="none" pb="8px">
        {history.map((change) => (
          <Flex as="li" key={change.id} gap="12px" px="14px" py="4px" fontSize="14px" wrap="wrap">
            <Text color="ink2" minW="96px" flex="none">
              {change.at && clock(change.at)}
            </Text>
            <Text flex="1" minW="220px" overflowWrap="anywhere">
              {changeWords(change)}
              <Text as="span" color="ink2">
                {' '}
                – {change.byName}
              </Text>
            </Text>
          </Flex>
        ))}
      </Box>
    </TitledSheet>
  )
}
