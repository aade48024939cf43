'use client'
import { Box, Flex } from '@chakra-ui/react'
import { BarMark } from './BarMark'
import { BenchLoading } from './BenchLoading'

/** What is shown of a job while its evidence is read: its name, where it will stand. */
export const JobLoading = ({ name }: { name: string }) => (
  <Box h="100dvh" bg="paper">
    <Flex as="header" align="center" bg="sheet" borderBottomWidth="1px" borderColor="rule2" h="53px">
      <BarMark />
      <Box
        as="p"
        fontFamily="heading"
        fontWeight="600"
        fontSize={{ base: '15px', lg: '17px' }}
        pl={{ base: '12px', lg: '16px' }}
      >
        {name}
      </Box>
    </Flex>
    <Box px="20px" ml={{ lg: '148px' }}>
      <BenchLoading />
    </Box>
  </Box>
)
