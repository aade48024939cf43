'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { StandingLeakage } from '@/core/earthing/standingLeakage'
import { regrouped } from '@/core/installation/regroupCircuits'
import { residualDeviceName } from '@/core/installation/residualDevices'
import { rulesOf } from '@/core/installation/rulesOf'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { leakageInWorker } from '@/workers/clients'
import { useJob } from '../job/JobContext'
import { leakageInputOf, onTypicalFigures, milliamps } from './leakageInput'
import { useLeakage } from './useLeakage'
import { useSaveCircuits } from './useSaveCircuits'

/** E-10: the fewest moves that put every device right, asked for and carried out. */
export function Regrouping() {
  const {
    record: { installation },
  } = useJob()
  const [found, setFound] = useState<StandingLeakage | 'working' | 'failed' | null>(null)
  const { devices, leakages } = useLeakage()
  const input = leakageInputOf(devices, leakages)
  const assumed = onTypicalFigures(leakages)
  const save = useSaveCircuits()
  const moves = async (proposed: Readonly<Record<string, number>>) => {
    await save(regrouped(installation.circuits, proposed)).then(
      () => setFound(null),
      () => setFound('failed'),
    )
  }
  const propose = () => {
    setFound('working')
    leakageInWorker(input, rulesOf(installation)).then(setFound, () => setFound('failed'))
  }
  return (
    <TitledSheet
      title="Sharing the circuits out"
      actions={
        devices.length > 0 && (
          <Button size="sm" onClick={propose} disabled={found === 'working'}>
            {found === 'working' ? 'Looking…' : 'Propose the fewest moves'}
          </Button>
        )
      }
    >
      {devices.length === 0 ? (
        <EmptyState title="No residual-current device">Enter the circuits with the device each is behind.</EmptyState>
      ) : (
        <Box px="14px" pb="12px" fontSize="14px">
          {found === 'failed' && <Notice kind="error">It could not be worked out. Try again.</Notice>}
          {found !== null && found !== 'working' && found !== 'failed' && assumed.length > 0 && (
            <Notice kind="caution" mb="8px">
              Reckoned with what such appliances usually leak on {assumed.join(', ')}: clamp them before anything is
              moved on their account.
            </Notice>
          )}
          {found !== null && found !== 'working' && found !== 'failed' && (
            <Proposal found={found} names={devices.map(residualDeviceName)} carryOut={moves} />
          )}
          {found === null && (
            <Text color="ink2">
              A circuit’s form says which device it is behind, and whether an alarm, a freezer or medical equipment
              hangs on it. A proposal moves as few circuits as it can, and keeps those away from the leakiest.
            </Text>
          )}
        </Box>
      )}
    </TitledSheet>
  )
}

function Proposal({
  found,
  names,
  carryOut,
}: {
  found: StandingLeakage
  names: readonly string[]
  carryOut: (moves: Readonly<Record<string, number>>) => Promise<void>
}) {
  const { may } = useJob()
  const { regroup, ownFeed, verdict } = found
  const nameOf = (group: number) => names[group] ?? `a new device ${group - names.length + 1}`
  return (
    <Flex direction="column" gap="6px" aria-live="polite">
      {ownFeed.length > 0 && (
        <Text color="stop" fontWeight="600">
          {ownFeed.join(', ')}: too noisy for any device that is shared. A feed of its own.
        </Text>
      )}
      {verdict === 'open' && <Text>Some circuits are not clamped yet: nothing is proposed on half the figures.</Text>}
      {regroup === null && (verdict === 'proven' || verdict === 'watch') && <Text>Nothing has to move.</Text>}
      {regroup === null && verdict === 'stop' && (
        <Text>A device is over already, and not every circuit is clamped: clamp the rest, then ask again.</Text>
      )}
      {regroup && regroup.minMoves === null && <Text>No number of devices of this rating does it.</Text>}
      {regroup && regroup.minMoves !== null && (
        <>
          <Text fontWeight="600">
            {regroup.minMoves === 0 ? 'Nothing else has to move.' : `${regroup.minMoves} to move`}
            {regroup.addedGroups ? `, ${regroup.addedGroups} more device${regroup.addedGroups > 1 ? 's' : ''}` : ''}
            {regroup.exact ? '' : '; with this many circuits perhaps not the fewest'}
          </Text>
          {Object.entries(regroup.moves).map(([circuit, group]) => (
            <Text key={circuit}>
              {circuit} to {nameOf(group)}
            </Text>
          ))}
          {regroup.minMoves > 0 && may('saveItem') && (
            <Button size="sm" alignSelf="start" onClick={() => void carryOut(regroup.moves)}>
              Move them so
            </Button>
          )}
        </>
      )}
      <Text color="ink2">
        Limits:{' '}
        {names
          .map((name, k) => `${name} ${milliamps(found.sumMa[k] ?? 0)} of ${milliamps(found.limitMa[k] ?? 0)}`)
          .join('; ')}
        .
      </Text>
    </Flex>
  )
}
