'use client'
import { Box, Flex } from '@chakra-ui/react'
import { Mark } from '@/ui/Mark'
import { BenchLoading } from './BenchLoading'

/** What is shown of a job while its evidence is read: its name, where it will stand. */
export const JobLoading = ({ name }: { name: string }) => (
  <Box h="100dvh" bg="paper">
    <Flex as="header" align="center" bg="sheet" borderBottomWidth="1px" borderColor="rule2" h="53px">
      <Flex w={{ base: 'auto', lg: '148px' }} px={{ base: '12px', lg: '16px' }}>
        <Mark />
      </Flex>
      <Box as="p" fontFamily="heading" fontWeight="600" fontSize={{ base: '15px', lg: '17px' }} pl={{ lg: '16px' }}>
        {name}
      </Box>
    </Flex>
    <Box px="20px">
      <BenchLoading />
    </Box>
  </Box>
)
