import { Box, Text, chakra } from '@chakra-ui/react'
import type { RowAside } from '@/core/exchange/csvTable'
import { Button } from '@/ui/Button'

const SHOWN = 20

/** Rows that were kept aside, each with its line, its column and what is in the way; `onSave` hands them out as a file of their own. */
export function RowsAside({
  rows,
  count = rows.length,
  onSave,
}: {
  rows: readonly RowAside[]
  count?: number
  onSave?: () => void
}) {
  if (rows.length === 0) return null
  return (
    <Box mt="8px" fontSize="14px">
      <Text fontWeight="600">{count === 1 ? 'One row is kept aside' : `${count} rows are kept aside`}</Text>
      <chakra.ul pl="18px" listStyleType="disc">
        {rows.slice(0, SHOWN).map(({ line, column, value, why }) => (
          <li key={`${line}.${column}`}>
            line {line}, {column}: “{value}” {why}
          </li>
        ))}
      </chakra.ul>
      {count > SHOWN && <Text color="ink2">and {count - SHOWN} more</Text>}
      <Text color="ink2">
        They are still in your file: put them right there and read {onSave ? 'them' : 'it'} again.
      </Text>
      {onSave && (
        <Button size="sm" mt="6px" onClick={onSave}>
          Save {count === 1 ? 'this row' : 'these rows'} as a file
        </Button>
      )}
    </Box>
  )
}
