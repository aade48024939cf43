'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { boardRatings, sourceDevices, sourceSideDevices } from '@/core/plan/devicesOfInstallation'
import { pathRatingWords, pathRatings } from '@/core/plan/pathRatings'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'
import { EmptyState } from '@/ui/EmptyState'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import { amps } from './wattsAndAmps'

/** One thing by its name, with what is said of it. */
function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Flex gap="2px 12px" align="center" wrap="wrap">
      <Text fontWeight="600" flex="1 1 9em" minW="0" overflowWrap="anywhere">
        {name}
      </Text>
      {children}
    </Flex>
  )
}
const Row = ({ children }: { children: ReactNode }) => (
  <Box borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
    {children}
  </Box>
)

const deviceWords = ({ deviceA, verdict }: ReturnType<typeof sourceDevices>[number]['size']): string => {
  if (deviceA !== null) return `${deviceA} A`
  return verdict === 'exceeds' ? 'none' : 'open'
}

/** P-2: the device that each source needs. */
export function SourceDevicesSheet() {
  const { installation } = usePlanned()
  return (
    <TitledSheet title="Devices of the sources" note="P-2">
      {installation.sources.units.length === 0 && <EmptyState title="No source yet" />}
      {sourceDevices(installation).map(({ name, outputA, size }) => (
        <Row key={name}>
          <Line name={name}>
            <Text color="ink2">
              {outputA === null ? 'AC rating open' : `${amps(outputA)} continuous, ${amps(size.neededA)} needed`}
            </Text>
            <Text fontWeight="600" w="72px" textAlign="right">
              {deviceWords(size)}
            </Text>
          </Line>
        </Row>
      ))}
    </TitledSheet>
  )
}

/** P-3: main device and sources against each board's busbar. */
export function BoardRatingsSheet() {
  const ratings = boardRatings(usePlanned().installation)
  return (
    <TitledSheet title="Boards with sources" note="P-3">
      {ratings.length === 0 && (
        <EmptyState title="No board yet">Add it on the survey, with main device and busbar.</EmptyState>
      )}
      {ratings.map(({ board, rating: { usedA, limitA, verdict } }) => (
        <Row key={board.id}>
          <Line name={board.name}>
            <Text color="ink2">
              {usedA === null ? 'open' : `${formatNumber(usedA, 4)} of ${numberOrOpen(limitA, 4)} A`}
            </Text>
            <PlanMarkWord mark={verdict} />
          </Line>
        </Row>
      ))}
    </TitledSheet>
  )
}

/** P-12: devices that a source feeds from behind. */
export function TowardsSourcesSheet() {
  const devices = sourceSideDevices(usePlanned().installation)
  return (
    <TitledSheet title="Devices towards sources" note="P-12">
      {devices.length === 0 && <EmptyState title="None yet">Add them on the survey under Already there.</EmptyState>}
      {devices.map(({ item, result }) => (
        <Row key={item.id}>
          <Line name={item.name}>
            <PlanMarkWord mark={result.verdict} />
          </Line>
          {result.findings.map(({ check, mark, why }) => (
            <Text key={check} color={mark === 'exceeds' ? 'stop' : 'ink2'}>
              {why}
            </Text>
          ))}
        </Row>
      ))}
    </TitledSheet>
  )
}

/** Gateway, switch and cables, each against the device that protects it; only what does not simply fit is named. */
export function PathSheet() {
  const { installation } = usePlanned()
  const ratings = pathRatings(installation)
  const named = ratings.filter(({ mark }) => mark !== 'fits')
  if (ratings.length === 0) return null
  return (
    <TitledSheet
      title="Ratings in the path"
      note={`${ratings.length - named.length} of ${ratings.length} carry what protects them`}
    >
      {named.map((rating) => (
        <Row key={`${rating.part} ${rating.tag}`}>
          <PlanMarkWord mark={rating.mark} /> {pathRatingWords(rating)}
        </Row>
      ))}
    </TitledSheet>
  )
}
