'use client'
import { counted } from '@/core/quantity/counted'
import { boardNameOf } from '@/core/wiring/boardDoors'
import { Box, Flex, Grid, Text, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { type SchoolOption, schoolComparison } from '@/core/plan/schoolComparison'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { EmptyState } from '@/ui/EmptyState'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { AlwaysOnSheet } from './AlwaysOnSheet'
import { usePlanned } from './LoadDrafts'
import { useImportedSeries } from './useYear'

const SHORT: Readonly<Record<SchoolOption['school'], string>> = {
  automaticWholeHome: 'Automatic, whole house',
  automaticWithShedding: 'Automatic, essentials or shedding',
  manualChangeover: 'By hand',
}

/** The three schools side by side: what each feeds, how often it would not be enough, and what it asks of people and parts. */
export function SchoolsView() {
  const { installation, plan } = usePlanned()
  const { load } = useImportedSeries()
  const metering = useMemo(() => (load ? { halfHourlyKWh: halfHours(load.watts, load.stepH) } : null), [load])
  const options = useMemo(() => schoolComparison(installation, plan, metering), [installation, plan, metering])
  if (installation.loads.length === 0)
    return (
      <Sheet>
        <EmptyState title="No loads, no comparison">Add the loads on the survey first.</EmptyState>
      </Sheet>
    )
  const boardName = boardNameOf(installation)
  const moves = options.find(({ school }) => school === 'automaticWithShedding')?.moves
  return (
    <>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, minmax(0, 1fr))' }} gap="12px">
        {options.map((option) => (
          <SchoolCard
            key={option.school}
            option={option}
            total={installation.loads.length}
            recommended={plan.demand.school === option.school}
            chosen={installation.chosenSchool === option.school}
          />
        ))}
      </Grid>
      <AlwaysOnSheet />
      {moves && moves.moves.length > 0 && (
        <TitledSheet title="Circuits that move to an essentials board" note="for both doors">
          {moves.moves.map(({ tag, name, from, to, phase, loadW }) => (
            <Flex
              key={tag}
              borderTopWidth="1px"
              borderColor="rule"
              px="14px"
              py="5px"
              gap="2px 12px"
              fontSize="14px"
              wrap="wrap"
            >
              <Text fontFamily="mono" w="56px" flex="none">
                {tag}
              </Text>
              <Text flex="1 1 9em" minW="0" overflowWrap="anywhere">
                {name}
              </Text>
              <Text color="ink2">
                {boardName(from)} → {boardName(to)}, {phase}
              </Text>
              <Text w="76px" textAlign="right">
                {quantityOrOpen(loadW, 'W', 3)}
              </Text>
            </Flex>
          ))}
          <Flex
            px="14px"
            py="7px"
            gap="18px"
            wrap="wrap"
            borderTopWidth="1px"
            borderColor="rule"
            fontSize="13px"
            color="ink2"
          >
            {Object.entries(moves.perBoard).map(([board, phases]) => (
              <Text key={board}>
                {boardName(board)}:{' '}
                {Object.entries(phases)
                  .map(([phase, w]) => `${phase} ${formatQuantity(w, 'W', 3)}`)
                  .join(', ')}
              </Text>
            ))}
          </Flex>
        </TitledSheet>
      )}
    </>
  )
}

/** A metered year as energy of half hours, whatever step it came in. */
function halfHours(watts: Float64Array, stepH: number): number[] {
  if (stepH >= 0.5) return Array.from(watts, (w) => w / 2000)
  return Array.from(
    { length: Math.floor(watts.length / 2) },
    (_, k) => ((watts[2 * k] as number) + (watts[2 * k + 1] as number)) / 2 / 2000,
  )
}

const percent = (share: number | null) => (share === null ? 'open' : `${formatNumber(100 * share, 2)} %`)

function SchoolCard({
  option,
  total,
  recommended,
  chosen,
}: {
  option: SchoolOption
  total: number
  recommended: boolean
  chosen: boolean
}) {
  const { byLoadList, byMeter } = option
  const worst = Math.max(byLoadList.shareAboveChangeover ?? 0, byLoadList.shareAboveNight ?? 0)
  return (
    <Sheet
      as="section"
      aria-label={SCHOOL_WORDS[option.school]}
      display="flex"
      flexDirection="column"
      borderColor={recommended ? 'ember' : 'rule'}
      borderWidth={recommended ? '2px' : '1px'}
    >
      <Box px="14px" pt="9px" pb="6px">
        <Text fontSize="13px" color={recommended ? 'ember' : 'ink2'} fontWeight="600" minH="20px">
          {[recommended && 'recommended', chosen && 'chosen'].filter(Boolean).join(', ')}
        </Text>
        <Text fontWeight="600" fontSize="17px" lineHeight="1.25" minH={{ md: '43px' }}>
          {SHORT[option.school]}
        </Text>
        <Text fontSize="13px" color="ink2">
          feeds {option.feeds.length} of {total} loads
        </Text>
      </Box>
      {(
        [
          ['Above the changeover limit', 'shareAboveChangeover'],
          ['Above the night limit', 'shareAboveNight'],
          ['Above the day limit', 'shareAboveDay'],
        ] as const
      ).map(([label, key]) => (
        <Box key={label} px="14px" py="5px" borderTopWidth="1px" borderColor="rule" fontSize="14px">
          <Flex justify="space-between" gap="8px">
            <Text color="ink2">{label}</Text>
            <Text fontWeight="600" whiteSpace="nowrap">
              {percent(byLoadList[key])}
            </Text>
          </Flex>
          <Box h="5px" bg="sheet2" borderWidth="1px" borderColor="rule">
            <Box h="100%" bg={worst > 0.001 ? 'sun' : 'grid'} w={`${Math.min(100, 100 * (byLoadList[key] ?? 0))}%`} />
          </Box>
        </Box>
      ))}
      <Text px="14px" fontSize="12.5px" color="ink2">
        of the time, by the load list, counting the {counted(option.feeds.length, ['load', 'loads'])} it feeds
        {byMeter &&
          `; by the household’s meter, the whole house, ${percent(byMeter.shareAboveChangeover)}, ${percent(byMeter.shareAboveNight)} and ${percent(byMeter.shareAboveDay)}, in half hours that hide short peaks`}
      </Text>
      <Box px="14px" py="8px" mt="auto" borderTopWidth="1px" borderColor="rule" fontSize="14px">
        <Text color="ink2" fontSize="13px">
          The household must
        </Text>
        <Text overflowWrap="anywhere">{option.householdMust}</Text>
        <Text color="ink2" fontSize="13px" mt="5px">
          Parts beyond the inverter
        </Text>
        <chakra.ul pl="16px" listStyleType="disc">
          {option.parts.map((part) => (
            <li key={part}>{part}</li>
          ))}
        </chakra.ul>
        {option.moves.moves.length > 0 && (
          <Text mt="4px">To another board: {counted(option.moves.moves.length, ['circuit', 'circuits'])}.</Text>
        )}
      </Box>
    </Sheet>
  )
}
