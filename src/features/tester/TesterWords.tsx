'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { UNITS } from '@/core/quantity/units'
import { MEASURED_UNITS } from '@/core/instrument/measuredUnits'
import { slotPathOf, targetsOf } from '@/core/testerMemory/matchTesterRow'
import { TEST_KINDS, type TestKind } from '@/core/testerMemory/testKinds'
import { Choice } from '@/ui/Choice'
import { useJob } from '../job/JobContext'
import type { TestMeaning } from './testerMemoryKey'
import { type TesterMemoryBench, meaningOf } from './useTesterMemory'

type Bench = Pick<TesterMemoryBench, 'rows' | 'allPlaces' | 'change'> & {
  open: NonNullable<TesterMemoryBench['open']>
}
const distinct = (texts: readonly string[]) => [...new Set(texts)]

/** What the file's own names of places mean here: proposed where a name says so, asked where it does not. */
export function TesterPlaces({ open, rows, allPlaces, change }: Bench) {
  const texts = distinct(rows.map(({ row }) => row.place))
  const options = [['', 'which place?'] as const, ...allPlaces.map(({ tag, label }) => [tag, label] as const)]
  return (
    <Box as="section" aria-label="Places of the memory">
      <Text fontWeight="600" fontSize="14px" mb="4px">
        Places
      </Text>
      <Grid templateColumns="minmax(0, 1fr) auto" gap="4px 12px" alignItems="center" fontSize="14px">
        {texts.map((text) => {
          const row = rows.find((one) => one.row.place === text)?.row
          const meant = row ? (meaningOf(row, open, allPlaces).place ?? '') : ''
          return (
            <Flex key={text} display="contents">
              <Text overflowWrap="anywhere" color={meant === '' ? 'watch' : undefined}>
                {text || '(blank)'}
              </Text>
              <Choice
                label={`What ${text || 'a blank'} is`}
                value={meant}
                options={options}
                onChange={(tag) => change({ places: { ...open.places, [text]: tag } })}
                width="270px"
              />
            </Flex>
          )
        })}
      </Grid>
    </Box>
  )
}

const KIND_OPTIONS = [['', 'which test?'] as const, ...TEST_KINDS.map(({ id, label }) => [id, label] as const)]

/** What the file's own names of tests mean: the test, which of its readings, and the unit where the file has none. */
export function TesterTests(bench: Bench) {
  const { rows } = bench
  const texts = distinct(rows.map(({ row }) => row.test))
  return (
    <Box as="section" aria-label="Tests of the memory">
      <Text fontWeight="600" fontSize="14px" mb="4px">
        Tests
      </Text>
      {texts.map((text) => (
        <TestLine key={text} text={text} bench={bench} />
      ))}
    </Box>
  )
}

function TestLine({ text, bench: { open, rows, allPlaces, change } }: { text: string; bench: Bench }) {
  const job = useJob()
  const own = rows.filter(({ row }) => row.test === text)
  const first = own[0]?.row
  if (!first) return null
  const { kind, slotPath, unit } = meaningOf(first, open, allPlaces)
  const say = (part: Partial<TestMeaning>) =>
    change({
      tests: { ...open.tests, [text]: { kindId: kind?.id ?? null, slotPath, unit, ...part } },
    })
  const slots = slotsWanted(own, kind, job.bench.points, open, allPlaces)
  const wantsUnit = unit !== null || own.some(({ match }) => match.kind === 'unit')
  return (
    <Flex role="group" aria-label={`Test ${text}`} gap="6px 10px" align="center" wrap="wrap" fontSize="14px" mb="4px">
      <Text flex="1 1 160px" overflowWrap="anywhere" color={kind === null ? 'watch' : undefined}>
        {text}
      </Text>
      <Choice
        label={`What ${text} tests`}
        value={kind?.id ?? ''}
        options={KIND_OPTIONS}
        onChange={(kindId) => say({ kindId: kindId === '' ? NOTHING : kindId, slotPath: null, unit: null })}
        width="260px"
      />
      {slots.length > 1 && (
        <Choice
          label={`Which reading ${text} is`}
          value={slotPath ?? ''}
          options={[['', 'which reading?'] as const, ...slots]}
          onChange={(path) => say({ slotPath: path || null })}
          width="230px"
        />
      )}
      {kind !== null && wantsUnit && (
        <Choice
          label={`Unit of ${text}`}
          value={unit ?? ''}
          options={[['', 'unit?'] as const, ...unitsFor(kind)]}
          onChange={(said) => say({ unit: said || null })}
          width="110px"
        />
      )}
    </Flex>
  )
}

/** A test that somebody said is none of ours: no kind has this id. */
const NOTHING = 'nothing'

/** Readings that a test could be, over all the places it was made at, by their path and in words. */
function slotsWanted(
  own: Bench['rows'],
  kind: TestKind | null,
  points: Parameters<typeof targetsOf>[0]['points'],
  open: Bench['open'],
  allPlaces: Bench['allPlaces'],
): (readonly [string, string])[] {
  if (kind === null) return []
  const found = own.flatMap(({ row }) => {
    const { place } = meaningOf(row, open, allPlaces)
    if (place === null) return []
    const targets = targetsOf({ points, mode: open.mode }, place, kind)
    // first which supply: each has readings of its own
    if (open.mode === null && targets.some(({ slot }) => slot.mode !== undefined)) return []
    return targets.length > 1 ? targets.map((target) => [slotPathOf(target, place), target.slot.label] as const) : []
  })
  return [...new Map(found)]
}

const SCALES: Readonly<Record<string, readonly string[]>> = {
  Ω: ['mΩ', 'Ω', 'kΩ'],
  MΩ: ['kΩ', 'MΩ', 'GΩ'],
  ms: ['ms', 's'],
  mA: ['mA', 'A'],
  A: ['mA', 'A'],
}
const unitsFor = ({ measures }: TestKind): (readonly [string, string])[] => {
  const unit = MEASURED_UNITS[measures]
  return (SCALES[unit] ?? UNITS.filter((one) => one === unit)).map((one) => [one, one] as const)
}
