import { Box, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** A list with nothing in it says what to do first. */
export function EmptyState({ title, children, action }: { title: string; children?: ReactNode; action?: ReactNode }) {
  return (
    <Box px="16px" py="20px" color="ink2" fontSize="14px">
      <Text color="ink" fontWeight="600" fontSize="15px">
        {title}
      </Text>
      {children && (
        <Box mt="3px" maxW="60ch">
          {children}
        </Box>
      )}
      {action && <Box mt="10px">{action}</Box>}
    </Box>
  )
}
