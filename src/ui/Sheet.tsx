import { Box, type BoxProps, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { paintedApart } from './paintedApart'

/** A sheet of paper on the bench. */
export function Sheet({ children, ...rest }: BoxProps) {
  return (
    <Box {...paintedApart} bg="sheet" borderWidth="1px" borderColor="rule" borderRadius="l1" {...rest}>
      {children}
    </Box>
  )
}

/** A sheet with a heading, and room for its actions. */
export function TitledSheet({
  title,
  note,
  actions,
  children,
  ...rest
}: { title: string; note?: ReactNode; actions?: ReactNode } & Omit<BoxProps, 'title'>) {
  return (
    <Sheet as="section" aria-label={title} {...rest}>
      <Flex align="center" gap="3" px="14px" pt="9px" pb="7px" wrap="wrap">
        <Heading as="h2" fontSize="16px">
          {title}
        </Heading>
        {note && (
          <Box color="ink2" fontSize="14px">
            {note}
          </Box>
        )}
        {actions && (
          <Flex ml="auto" gap="2" wrap="wrap">
            {actions}
          </Flex>
        )}
      </Flex>
      {children}
    </Sheet>
  )
}
