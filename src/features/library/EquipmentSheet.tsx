'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { equipmentChanges } from '@/core/equipment/equipmentChanges'
import { type Actor, mayCall } from '@/server/access'
import type { EquipmentView } from '@/server/useCases/equipment'
import { AskFirst } from '@/ui/AskFirst'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { callUseCase } from '../api'
import { useAttemptWith } from '../useAttempt'
import { EquipmentFiles } from './EquipmentFiles'
import { EquipmentForm } from './EquipmentForm'
import { changeLines, figuresInALine } from './figureWords'

interface Props {
  piece: EquipmentView
  actor: Actor
  refresh: () => Promise<void>
}

/** One piece of equipment: what its maker declares, its documents, and what it was before. */
export function EquipmentSheet({ piece, actor, refresh }: Props) {
  const [saved, setSaved] = useState<number | null>(null)
  const mayChange = mayCall(actor.role, 'saveEquipment') && !piece.laidAside
  const latest = piece.revisions[0] ?? null
  return (
    <Flex direction="column" gap="18px">
      {piece.laidAside && <Text fontSize="14px">Laid aside; jobs that took it keep it.</Text>}
      {mayChange ? (
        <EquipmentForm
          key={latest?.revisionId}
          kind={piece.kind}
          latest={latest}
          equipmentId={piece.id}
          onSaved={async () => {
            await refresh()
            setSaved((latest?.revision ?? 0) + 1)
          }}
        />
      ) : (
        latest && <Text fontSize="14px">{figuresInALine(latest, 40)}</Text>
      )}
      {saved !== null && (
        <Text role="status" fontSize="14px" color="ink2">
          Saved as revision {saved}. Jobs keep the figures they took; each is told what differs.
        </Text>
      )}
      <EquipmentFiles piece={piece} mayAdd={mayChange} refresh={refresh} />
      <Revisions piece={piece} />
      {mayChange && mayCall(actor.role, 'layEquipmentAside') && <LayAside piece={piece} refresh={refresh} />}
    </Flex>
  )
}

function Revisions({ piece: { kind, revisions } }: Pick<Props, 'piece'>) {
  const { clock } = useTimes()
  return (
    <Box as="section" aria-label="Revisions" borderTopWidth="1px" borderColor="rule" pt="14px">
      <Text fontWeight="600" fontSize="15px">
        Revisions
      </Text>
      <Box as="ol" listStyleType="none" fontSize="14px">
        {revisions.map((one, k) => {
          const before = revisions[k + 1]
          const lines = before ? changeLines(kind, equipmentChanges(before, one)) : ['as it was first entered']
          return (
            <Box as="li" key={one.revisionId} py="3px">
              {one.revision}, {clock(one.at)}, {one.byName}
              <Text as="span" color="ink2">
                {' '}
                – {lines.join(' · ') || 'nothing differs'}
              </Text>
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

function LayAside({ piece: { id, revisions }, refresh }: Pick<Props, 'piece' | 'refresh'>) {
  const { attempt, failure, busy } = useAttemptWith(refresh)
  const name = revisions[0]?.name ?? 'it'
  return (
    <Flex direction="column" gap="10px" align="flex-start" borderTopWidth="1px" borderColor="rule" pt="14px">
      <AskFirst
        label={`Lay ${name} aside`}
        question={`${name} is offered to no job any more. Jobs that took it keep it, with its figures and documents.`}
        confirm="Lay aside"
        disabled={busy}
        onConfirm={() => void attempt(() => callUseCase('layEquipmentAside', { equipmentId: id }))}
      />
      {failure && <Notice kind="error">{failure}</Notice>}
    </Flex>
  )
}
