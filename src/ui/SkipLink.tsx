import { chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** The first thing that a key reaches: past the head, to what the page is about. Seen only while it is reached. */
export function SkipLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <chakra.a
      href={`#${to}`}
      position="absolute"
      left="-9999px"
      zIndex="skipLink"
      bg="sheet"
      color="ink"
      px="14px"
      py="10px"
      fontWeight="600"
      borderRadius="l1"
      _focus={{ left: '8px', top: '8px' }}
    >
      {children}
    </chakra.a>
  )
}
