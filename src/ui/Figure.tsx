import { Box, type BoxProps, Grid, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Sheet } from './Sheet'

/** One figure to be read across a garage: what it is, its value with the unit, and what it means. */
export function Figure({
  label,
  value,
  unit,
  children,
}: {
  label: string
  value: string
  unit?: string
  children?: ReactNode
}) {
  return (
    <Box px="14px" py="9px" minW="0" borderLeftWidth="1px" borderColor="rule" _first={{ borderLeftWidth: 0 }}>
      <Text fontSize="13px" color="ink2">
        {label}
      </Text>
      <Text
        fontSize={{ base: '26px', md: '30px' }}
        lineHeight="1.2"
        fontWeight="600"
        whiteSpace="nowrap"
        overflow="hidden"
        textOverflow="ellipsis"
      >
        {value}
        {unit && (
          <Box as="span" fontSize="16px" fontWeight="400" color="ink2">
            {' '}
            {unit}
          </Box>
        )}
      </Text>
      <Box fontSize="13px" color="ink2" lineHeight="1.35">
        {children}
      </Box>
    </Box>
  )
}

export function Figures({ children, columns, ...rest }: { children: ReactNode; columns: number } & BoxProps) {
  return (
    <Sheet {...rest}>
      <Grid templateColumns={{ base: 'repeat(2, minmax(0, 1fr))', lg: `repeat(${columns}, minmax(0, 1fr))` }}>
        {children}
      </Grid>
    </Sheet>
  )
}
