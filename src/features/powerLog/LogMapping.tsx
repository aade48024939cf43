'use client'
import { Box, Flex, Grid, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import {
  LOG_QUANTITIES,
  LOG_UNITS,
  type LogColumn,
  type LogMap,
  type LogQuantity,
  type LogUnit,
} from '@/core/powerLog/logMap'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import type { LogHead } from '@/workers/logCalls'
import { Choice } from '@/ui/Choice'
import { QUANTITY_WORDS } from './logWords'

const NONE = ''
const SEPARATORS = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
] as const
const DECIMALS = [
  ['.', 'point'],
  [',', 'comma'],
] as const
const SIGNS = [
  ['1', 'as written'],
  ['-1', 'the other way round'],
] as const
const unitsOf = (quantity: LogQuantity): readonly LogUnit[] => {
  if (quantity === 'soc') return ['%', 'share']
  if (quantity === 'f') return ['Hz', 'mHz']
  if (quantity === 'v' || quantity === 'v2' || quantity === 'v3' || quantity === 'vGrid') return ['V', 'kV', 'mV']
  return ['W', 'kW', 'MW']
}
const SIGNED: ReadonlySet<LogQuantity> = new Set(['load', 'pv', 'battery', 'grid'])

const blankMap = ({ header }: LogHead): LogMap => ({
  separator: ',',
  decimal: '.',
  skipLines: 0,
  time: { column: header[0] ?? '', format: 'yyyy-MM-dd HH:mm:ss', zone: null },
  columns: {},
})

/** How a log is read, proposed from its own words and confirmed by the crew: signs above all, which no header says for sure. */
export function LogMapping({
  head,
  map: proposed,
  message,
  onRead,
}: {
  head: LogHead
  map: LogMap | null
  message: string | null
  onRead: (map: LogMap) => void
}) {
  const [map, setMap] = useState<LogMap>(proposed ?? blankMap(head))
  const columns = [[NONE, 'not in this file'], ...head.header.map((name) => [name, name] as const)] as const
  const change = (part: Partial<LogMap>) => setMap((now) => ({ ...now, ...part }))
  const setColumn = (quantity: LogQuantity, column: LogColumn | undefined) =>
    change({ columns: { ...map.columns, [quantity]: column } })
  return (
    <Box px="14px" pb="12px" fontSize="14px">
      {message && (
        <Notice kind="error" mb="8px">
          {message}
        </Notice>
      )}
      <Flex gap="8px" align="center" wrap="wrap" mb="8px">
        <Text>Time in</Text>
        <Choice
          label="Column of the time"
          value={map.time.column}
          options={head.header.map((name) => [name, name] as const)}
          onChange={(column) => change({ time: { ...map.time, column } })}
        />
        <Text>written as</Text>
        <Input
          size="sm"
          w="200px"
          aria-label="Form of the time"
          value={map.time.format}
          onChange={(event) => change({ time: { ...map.time, format: event.target.value } })}
        />
        <Text>in the zone</Text>
        <Input
          size="sm"
          w="170px"
          aria-label="Zone of the time"
          placeholder="none"
          value={map.time.zone ?? ''}
          onChange={(event) => change({ time: { ...map.time, zone: event.target.value.trim() || null } })}
        />
        <Text>decimal</Text>
        <Choice
          label="Decimal mark"
          width="100px"
          value={map.decimal}
          options={DECIMALS}
          onChange={(decimal) => change({ decimal })}
        />
        <Text>columns parted by</Text>
        <Choice
          label="Mark between columns"
          width="120px"
          value={map.separator}
          options={SEPARATORS}
          onChange={(separator) => change({ separator })}
        />
      </Flex>
      <Grid templateColumns={{ base: '1fr', md: '190px 1fr auto auto' }} gap="4px 8px" alignItems="center">
        {LOG_QUANTITIES.map((quantity) => (
          <MappedQuantity
            key={quantity}
            quantity={quantity}
            column={map.columns[quantity]}
            columns={columns}
            onChange={(column) => setColumn(quantity, column)}
          />
        ))}
      </Grid>
      <Text color="ink2" mt="8px" overflowX="auto" whiteSpace="pre" fontFamily="mono" fontSize="12.5px">
        {head.rows.map((cells) => cells.join('  ')).join('\n')}
      </Text>
      <Button variant="act" size="sm" mt="10px" onClick={() => onRead(map)}>
        Read it so
      </Button>
    </Box>
  )
}

function MappedQuantity({
  quantity,
  column,
  columns,
  onChange,
}: {
  quantity: LogQuantity
  column: LogColumn | undefined
  columns: readonly (readonly [string, string])[]
  onChange: (column: LogColumn | undefined) => void
}) {
  const units = unitsOf(quantity)
  const words = QUANTITY_WORDS[quantity]
  return (
    <>
      <Text>{words}</Text>
      <Choice
        label={`Column of ${words}`}
        width="100%"
        value={column?.column ?? NONE}
        options={columns}
        onChange={(name) =>
          onChange(name === NONE ? undefined : { unit: units[0] ?? 'W', sign: 1, ...column, column: name })
        }
      />
      <Choice
        label={`Unit of ${words}`}
        width="90px"
        value={column?.unit ?? units[0] ?? 'W'}
        options={LOG_UNITS.filter((unit) => units.includes(unit)).map((unit) => [unit, unit] as const)}
        onChange={(unit) => column && onChange({ ...column, unit })}
      />
      {SIGNED.has(quantity) ? (
        <Choice
          label={`Direction of ${words}`}
          width="170px"
          value={column?.sign === -1 ? '-1' : '1'}
          options={SIGNS}
          onChange={(sign) => column && onChange({ ...column, sign: sign === '-1' ? -1 : 1 })}
        />
      ) : (
        <span />
      )}
    </>
  )
}
