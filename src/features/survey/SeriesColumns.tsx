'use client'
import { Field, Grid, NativeSelect } from '@chakra-ui/react'
import { SERIES_UNITS, type SeriesMapping, type SeriesUnit } from '@/core/exchange/seriesCsv'
import { ColumnChoice } from './ColumnChoice'

const UNIT_WORDS: Readonly<Record<SeriesUnit, string>> = {
  kWh: 'kWh of each step',
  Wh: 'Wh of each step',
  W: 'mean watts',
  kW: 'mean kilowatts',
  price: 'price per kWh',
}

interface SeriesColumnsProps {
  header: readonly string[]
  mapping: SeriesMapping
  onMapping: (mapping: SeriesMapping) => void
}

/** Which column holds the time and which the figure, and in what unit; prices are told in no other. */
export function SeriesColumns({ header, mapping, onMapping }: SeriesColumnsProps) {
  const isPrice = mapping.unit === 'price'
  return (
    <Grid templateColumns={{ base: '1fr', sm: 'repeat(3, minmax(0, 1fr))' }} gap="8px 12px" mt="12px">
      <ColumnChoice
        label="Time"
        header={header}
        value={mapping.timeColumn}
        none="none: begins on 1 January"
        onChange={(timeColumn) => onMapping({ ...mapping, timeColumn })}
      />
      <ColumnChoice
        label="Figure"
        header={header}
        value={mapping.valueColumn}
        onChange={(valueColumn) => onMapping({ ...mapping, valueColumn })}
      />
      <Field.Root>
        <Field.Label fontSize="14px">It holds</Field.Label>
        <NativeSelect.Root variant="outline">
          <NativeSelect.Field
            value={mapping.unit}
            onChange={(event) => onMapping({ ...mapping, unit: event.target.value as SeriesUnit })}
          >
            {SERIES_UNITS.filter((unit) => (unit === 'price') === isPrice).map((unit) => (
              <option key={unit} value={unit}>
                {UNIT_WORDS[unit]}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field.Root>
    </Grid>
  )
}
