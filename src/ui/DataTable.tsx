import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'

export interface Column<Row> {
  head: string
  cell: (row: Row) => ReactNode
  numeric?: boolean
  /** Left out on a phone. */
  wideOnly?: boolean
}

/** A plain ruled table; figures stand in columns that can be compared. */
export function DataTable<Row>({
  label,
  columns,
  rows,
  keyOf,
  onOpen,
  openLabel,
  openWord = 'change',
}: {
  label: string
  columns: readonly Column<Row>[]
  rows: readonly Row[]
  keyOf: (row: Row) => string
  onOpen?: (row: Row) => void
  openLabel?: (row: Row) => string
  openWord?: string
}) {
  return (
    <Box overflowX="auto">
      <chakra.table w="100%" fontSize="14px" aria-label={label} css={{ borderCollapse: 'collapse' }}>
        <thead>
          <tr>
            {columns.map(({ head, numeric, wideOnly }) => (
              <chakra.th
                key={head}
                scope="col"
                textAlign={numeric ? 'right' : 'left'}
                fontWeight="400"
                color="ink2"
                fontSize="13px"
                px={{ base: '5px', md: '8px' }}
                py="4px"
                _first={{ pl: '14px' }}
                _last={{ pr: '14px' }}
                display={wideOnly ? { base: 'none', md: 'table-cell' } : undefined}
                whiteSpace={{ base: 'normal', md: 'nowrap' }}
              >
                {head}
              </chakra.th>
            ))}
            {onOpen && (
              <chakra.th scope="col" w="1px">
                <chakra.span srOnly>{openWord}</chakra.span>
              </chakra.th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <chakra.tr
              key={keyOf(row)}
              borderTopWidth="1px"
              borderColor="rule"
              _hover={onOpen ? { bg: 'sheet2' } : undefined}
              cursor={onOpen ? 'pointer' : undefined}
              onClick={onOpen && (() => onOpen(row))}
            >
              {columns.map(({ head, cell, numeric, wideOnly }) => (
                <chakra.td
                  key={head}
                  px={{ base: '5px', md: '8px' }}
                  py="6px"
                  textAlign={numeric ? 'right' : 'left'}
                  _first={{ pl: '14px' }}
                  _last={{ pr: '14px' }}
                  // a figure that goes on in the next line is read as two
                  {...(numeric ? { whiteSpace: 'nowrap' } : { overflowWrap: 'break-word' })}
                  display={wideOnly ? { base: 'none', md: 'table-cell' } : undefined}
                >
                  {cell(row)}
                </chakra.td>
              ))}
              {onOpen && (
                <chakra.td pr="10px" textAlign="right">
                  <chakra.button
                    type="button"
                    color="ink2"
                    textDecoration="underline"
                    textUnderlineOffset="3px"
                    fontSize="13px"
                    minH="32px"
                    px="4px"
                    cursor="pointer"
                    aria-label={openLabel?.(row)}
                    onClick={(event) => {
                      event.stopPropagation()
                      onOpen(row)
                    }}
                  >
                    {openWord}
                  </chakra.button>
                </chakra.td>
              )}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  )
}
