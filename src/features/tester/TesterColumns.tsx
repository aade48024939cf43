'use client'
import { Box, Field, Grid, Input, Text, chakra } from '@chakra-ui/react'
import { testKindOf } from '@/core/testerMemory/testKinds'
import type { TesterMap } from '@/core/testerMemory/testerMap'
import { Choice } from '@/ui/Choice'

type ColumnName = 'place' | 'test' | 'how' | 'value' | 'unit' | 'time' | 'number'
const COLUMNS: readonly [ColumnName, string][] = [
  ['place', 'Place'],
  ['test', 'Test'],
  ['how', 'Made with'],
  ['value', 'Value'],
  ['unit', 'Unit'],
  ['time', 'Time'],
  ['number', 'Number'],
]

/** Which column of a tester's file says what: proposed from its own words, and changed where they mislead. */
export function TesterColumns({
  header,
  map,
  onChange,
}: {
  header: readonly string[]
  map: TesterMap
  onChange: (map: TesterMap) => void
}) {
  const change = (part: Partial<TesterMap>) => onChange({ ...map, ...part })
  return (
    <chakra.details open={map.place === null} fontSize="14px">
      <chakra.summary cursor="pointer" minH="36px" py="6px">
        How the file is read
      </chakra.summary>
      <Grid templateColumns={{ base: 'repeat(2, minmax(0, 1fr))', md: 'repeat(4, minmax(0, 1fr))' }} gap="8px 12px">
        {COLUMNS.map(([name, label]) => (
          <Select
            key={name}
            label={label}
            value={map[name] ?? ''}
            options={[['', 'not in the file'], ...header.map((column) => [column, column] as const)]}
            onChange={(column) => change({ [name]: column || null })}
          />
        ))}
        <Select
          label="Decimal mark"
          value={map.decimal}
          options={[
            ['.', 'point'],
            [',', 'comma'],
          ]}
          onChange={(decimal) => change({ decimal: decimal === ',' ? ',' : '.' })}
        />
        <LineOfText
          label="Times are written"
          value={map.timeFormat}
          onChange={(timeFormat) => change({ timeFormat })}
        />
        <LineOfText label="Zone of its clock" value={map.zone} onChange={(zone) => change({ zone })} />
      </Grid>
      {map.value === null && <ColumnsOfTests header={header} map={map} onChange={change} />}
    </chakra.details>
  )
}

/** Where each test has a column of its own: which columns those are. */
function ColumnsOfTests({
  header,
  map,
  onChange,
}: {
  header: readonly string[]
  map: TesterMap
  onChange: (part: Partial<TesterMap>) => void
}) {
  return (
    <Box mt="8px">
      <Text color="ink2">No value column: the values stand in columns of their tests.</Text>
      {header
        .filter((column) => column !== map.place && column !== map.time && column !== map.number)
        .map((column) => (
          <chakra.label key={column} display="inline-flex" gap="6px" alignItems="center" minH="36px" mr="14px">
            <input
              type="checkbox"
              checked={map.tests.includes(column)}
              onChange={(event) =>
                onChange({
                  tests: event.target.checked ? [...map.tests, column] : map.tests.filter((other) => other !== column),
                })
              }
            />
            {column}
            {testKindOf(column) === null && <chakra.span color="ink3">(no test that is known)</chakra.span>}
          </chakra.label>
        ))}
    </Box>
  )
}

function Select({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: readonly (readonly [string, string])[]
  onChange: (value: string) => void
}) {
  return (
    <Field.Root>
      <Field.Label fontSize="13px">{label}</Field.Label>
      <Choice label={label} value={value} options={options} onChange={onChange} width="100%" />
    </Field.Root>
  )
}

function LineOfText({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <Field.Root>
      <Field.Label fontSize="13px">{label}</Field.Label>
      <Input size="sm" value={value} maxLength={60} onChange={(event) => onChange(event.target.value)} />
    </Field.Root>
  )
}
