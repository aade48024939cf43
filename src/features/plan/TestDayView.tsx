'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { ladderOfInstallation } from '@/core/plan/ladderOfInstallation'
import { stopLimitsOf, stopSentence } from '@/core/plan/ladderStop'
import { LEFT_OUT_WORDS } from '@/core/plan/loadLadder'
import { materialsOfInstallation } from '@/core/plan/materialsOfInstallation'
import { csvCell } from '@/core/exchange/csvCell'
import { rulesOf } from '@/core/installation/rulesOf'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { download } from '../survey/download'
import { usePlanned } from './LoadDrafts'
import { watts } from './wattsAndAmps'

const GROUP_WORDS = {
  cable: 'Cable',
  terminations: 'Ends',
  devices: 'Devices',
  earthing: 'Earthing',
  roof: 'Roof',
  labels: 'Labels',
} as const

/** The load ladder of the test day, and what the plan implies in materials. */
export function TestDayView() {
  const { installation, plan } = usePlanned()
  const ladder = ladderOfInstallation(installation, plan)
  const list = materialsOfInstallation(installation)
  const most = plan.limits.nightW ?? 1
  return (
    <>
      <TitledSheet
        title="Load ladder"
        note={
          ladder.rungs.length > 0
            ? `${ladder.rungs.length} rungs to ${watts(ladder.highestW)}, night limit ${watts(plan.limits.nightW)}${ladder.verdict === 'open' ? ' · open: see what is left out' : ''}`
            : undefined
        }
      >
        {ladder.rungs.length === 0 && (
          <EmptyState title={plan.limits.nightW === null ? 'Open until the night limit is known' : 'Nothing to climb'}>
            {plan.limits.nightW !== null && 'Add loads that are backed up.'}
          </EmptyState>
        )}
        {ladder.rungs.map((rung, k) => (
          <Box key={rung.tag} borderTopWidth="1px" borderColor="rule" px="14px" py="6px" fontSize="14px">
            <Flex gap="10px" align="baseline">
              <Text fontFamily="mono" color="ink3" w="22px">
                {k + 1}
              </Text>
              <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
                {rung.name}
                <Text as="span" fontWeight="400" color="ink2">
                  {' '}
                  on {rung.circuitTag}, + {watts(rung.stepW)}
                </Text>
              </Text>
              <Text fontWeight="600">{watts(rung.totalW)}</Text>
            </Flex>
            <Flex gap="10px" align="center" pl="32px">
              <Box flex="1" h="6px" bg="sheet2" borderWidth="1px" borderColor="rule" aria-hidden>
                <Box h="100%" bg="grid" w={`${Math.min(100, (100 * rung.totalW) / most)}%`} />
              </Box>
              <Text fontSize="13px" color="ink2" flex="none">
                source {watts(rung.sourceMarginW)}
                {rung.phaseMarginW === null ? '' : `, phase ${watts(rung.phaseMarginW)}`}, circuit{' '}
                {formatQuantity(rung.circuitMarginA, 'A', 3)} left
              </Text>
            </Flex>
          </Box>
        ))}
        {ladder.leftOut.length > 0 && (
          <Box borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
            <Text color="ink2">Left out of the ladder</Text>
            {ladder.leftOut.map(({ tag, name, cause }) => (
              <Text key={tag}>
                {name}: {LEFT_OUT_WORDS[cause]}.
              </Text>
            ))}
          </Box>
        )}
      </TitledSheet>
      <Notice kind="caution">{stopSentence(stopLimitsOf(rulesOf(installation)))}</Notice>
      <TitledSheet
        title="Materials"
        note="F-6"
        actions={
          list.length > 0 && (
            <Button
              size="sm"
              onClick={() =>
                download(
                  `${installation.name} materials.csv`,
                  [
                    'group,item,quantity,unit,from',
                    ...list.map(({ group, item, quantity, unit, from }) =>
                      [group, item, quantity, unit, from].map(csvCell).join(','),
                    ),
                  ].join('\n') + '\n',
                )
              }
            >
              Save as CSV
            </Button>
          )
        }
      >
        {list.length === 0 ? (
          <EmptyState title="Nothing yet">Runs, sources and electrodes make the list.</EmptyState>
        ) : (
          <DataTable
            label="Materials"
            rows={list}
            keyOf={({ item }) => item}
            columns={[
              { head: 'Group', cell: ({ group }) => GROUP_WORDS[group], wideOnly: true },
              { head: 'Item', cell: ({ item }) => item },
              {
                head: 'Quantity',
                numeric: true,
                cell: ({ quantity, unit }) => (
                  <Text as="span" whiteSpace="nowrap">
                    {quantity} {unit === 'm' ? 'm' : quantity === 1 ? 'piece' : 'pieces'}
                  </Text>
                ),
              },
              {
                head: 'From',
                cell: ({ from }) => (
                  <Text as="span" color="ink2">
                    {from}
                  </Text>
                ),
                wideOnly: true,
              },
            ]}
          />
        )}
      </TitledSheet>
    </>
  )
}
