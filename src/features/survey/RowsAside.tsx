import { Box, Text, chakra } from '@chakra-ui/react'
import type { RowAside } from '@/core/exchange/csvTable'

const SHOWN = 20

/** Rows that were kept aside, each with its line, its column and what is in the way. */
export function RowsAside({ rows, count = rows.length }: { rows: readonly RowAside[]; count?: number }) {
  if (rows.length === 0) return null
  return (
    <Box mt="8px" fontSize="14px">
      <Text fontWeight="600">{count === 1 ? 'One row is kept aside' : `${count} rows are kept aside`}</Text>
      <chakra.ul pl="18px" listStyleType="disc">{rows.slice(0, SHOWN).map(({ line, column, value, why }) => <li key={`${line}.${column}`}>line {line}, {column}: “{value}” {why}</li>)}</chakra.ul>
      {count > SHOWN && <Text color="ink2">and {count - SHOWN} more</Text>}
      <Text color="ink2">They are still in your file: put them right there and read it again.</Text>
    </Box>
  )
}
