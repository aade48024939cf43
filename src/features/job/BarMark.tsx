import { Box, Flex } from '@chakra-ui/react'
import { Mark } from '@/ui/Mark'

/** The app's mark at the head of a job, over the rail. */
export const BarMark = () => (
  <Flex
    w={{ base: 'auto', lg: '148px' }}
    h="52px"
    align="center"
    gap="9px"
    pl={{ base: '12px', lg: '16px' }}
    borderRightWidth={{ lg: '1px' }}
    borderColor="rule"
    fontFamily="heading"
    fontWeight="600"
    fontSize="17px"
  >
    <Mark />
    <Box hideBelow="lg">Awlbright</Box>
  </Flex>
)
