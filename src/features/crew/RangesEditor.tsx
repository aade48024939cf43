'use client'
import { Box, Flex, Input, NativeSelect, Text, chakra } from '@chakra-ui/react'
import { Trash2 } from 'lucide-react'
import { MEASURED, type Measured } from '@/core/installation/installation'
import { MEASURED_UNITS, MEASURED_WORDS } from '@/core/instrument/measuredUnits'
import { Button } from '@/ui/Button'
import { RANGE_FIELDS, type RangeDraft, type RangeFault, type RangeField, blankRange } from './instrumentDraft'

const HEADS: Readonly<Record<RangeField, string>> = {
  min: 'From',
  max: 'To',
  percentOfReading: '± %',
  digits: '± digits',
  resolution: '1 digit is',
}

/** An instrument's ranges, each with how well it reads: ±(% of reading + digits). The unit is that of what is measured. */
export function RangesEditor({
  ranges,
  faults,
  onChange,
}: {
  ranges: readonly RangeDraft[]
  faults: readonly RangeFault[]
  onChange: (ranges: RangeDraft[]) => void
}) {
  const change = (key: number, part: Partial<RangeDraft>) =>
    onChange(ranges.map((range) => (range.key === key ? { ...range, ...part } : range)))
  return (
    <Box as="fieldset" mt="4" minW="0">
      <chakra.legend fontWeight="600" fontSize="14px">
        Ranges
      </chakra.legend>
      <Text fontSize="13px" color="ink2" mb="1">
        From the maker’s sheet. What lies outside every range is asked about; inside, the band counts.
      </Text>
      {ranges.map((range, k) => (
        <RangeLine
          key={range.key}
          range={range}
          place={k + 1}
          faults={faults.filter(({ key }) => key === range.key).map(({ field }) => field)}
          onChange={(part) => change(range.key, part)}
          onRemove={() => onChange(ranges.filter(({ key }) => key !== range.key))}
        />
      ))}
      <Button size="sm" mt="2" onClick={() => onChange([...ranges, blankRange()])}>
        Add a range
      </Button>
    </Box>
  )
}

function RangeLine({
  range,
  place,
  faults,
  onChange,
  onRemove,
}: {
  range: RangeDraft
  place: number
  faults: readonly RangeField[]
  onChange: (part: Partial<RangeDraft>) => void
  onRemove: () => void
}) {
  return (
    <Flex
      role="group"
      aria-label={`Range ${place}`}
      gap="6px"
      py="5px"
      borderTopWidth="1px"
      borderColor="rule"
      wrap="wrap"
      align="flex-end"
    >
      <NativeSelect.Root size="sm" flex="1 1 170px">
        <NativeSelect.Field
          aria-label="What it measures"
          value={range.measures}
          onChange={(event) => onChange({ measures: event.target.value as Measured })}
        >
          {MEASURED.map((measured) => (
            <option key={measured} value={measured}>
              {MEASURED_WORDS[measured]}, {MEASURED_UNITS[measured]}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {RANGE_FIELDS.map((field) => (
        <Box key={field} w="68px">
          <Text fontSize="12px" color="ink2" aria-hidden>
            {HEADS[field]}
          </Text>
          <Input
            size="sm"
            aria-label={HEADS[field]}
            aria-invalid={faults.includes(field)}
            borderColor={faults.includes(field) ? 'stop' : undefined}
            inputMode="decimal"
            value={range[field]}
            onChange={(event) => onChange({ [field]: event.target.value })}
          />
        </Box>
      ))}
      <Button size="sm" variant="bare" aria-label={`Take range ${place} away`} onClick={onRemove}>
        <Trash2 size={17} aria-hidden />
      </Button>
    </Flex>
  )
}
