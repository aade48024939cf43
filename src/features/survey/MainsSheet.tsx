'use client'
import { Box, Text } from '@chakra-ui/react'
import type { ServiceMain, ServiceMains } from '@/core/plan/mains'
import { counted } from '@/core/quantity/counted'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { DataTable } from '@/ui/DataTable'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'

const MAIN_WORDS = { main1: 'First main', main2: 'Second main' } as const

const BACKUP_WORDS = (backedUp: boolean | null): string =>
  backedUp === null ? 'open' : backedUp ? 'backup sits here' : 'dark in an outage'

/** A split service: each main with its own rating and what hangs on it; they are never summed. */
export function MainsSheet({ mains: { mains, unplaced } }: { mains: ServiceMains }) {
  return (
    <TitledSheet title="Two mains" note="each by itself, never summed">
      <DataTable<ServiceMain>
        label="The two mains"
        rows={mains}
        keyOf={({ key }) => key}
        columns={[
          {
            head: 'Main',
            cell: ({ key, ratingA, boards }) => (
              <Box>
                {MAIN_WORDS[key]}, {ratingA === null ? 'rating open' : formatQuantity(ratingA, 'A', 4)}
                <Text as="span" display="block" fontSize="13px" color="ink2" overflowWrap="anywhere">
                  {boards.length === 0 ? 'no board is said to hang on it' : boards.join(', ')}
                </Text>
              </Box>
            ),
          },
          {
            head: 'Loads',
            cell: ({ loads }) => (loads.length === 0 ? '–' : loads.map(({ name }) => name).join(', ')),
            wideOnly: true,
          },
          {
            head: 'Likely peak',
            cell: ({ peakW }) => quantityOrOpen(peakW, 'W', 3),
            numeric: true,
          },
          {
            head: 'It can carry',
            cell: ({ capacity: { capacityKva, verdict } }) => (
              <Box>
                {capacityKva === null ? 'open' : `${formatNumber(capacityKva, 3)} kVA`} <PlanMarkWord mark={verdict} />
              </Box>
            ),
          },
          { head: 'In an outage', cell: ({ backedUp }) => BACKUP_WORDS(backedUp) },
        ]}
      />
      {unplaced.length > 0 && (
        <Notice kind="info" mx="14px" mb="10px">
          {counted(unplaced.length, ['load', 'loads'])} could hang on either:{' '}
          {unplaced
            .slice(0, 6)
            .map(({ name }) => name)
            .join(', ')}
          {unplaced.length > 6 && ' and others'}. Say their circuits, the boards of those, and what feeds each board;
          until then neither main is said to fit.
        </Notice>
      )}
    </TitledSheet>
  )
}
