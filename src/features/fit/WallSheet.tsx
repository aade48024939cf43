'use client'
import { Flex, Text } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { type JudgedWall, strandedOf } from '@/core/fit/wallOfInstallation'
import { fitOf } from '@/core/installation/fit'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { UnitsFromLibrary } from '../library/UnitsFromLibrary'
import type { FitEditing } from './FitItemOverlay'
import { WallDrawing } from './WallDrawing'
import { Proposal } from './WallProposal'
import type { useUnitDrafts } from './useUnitDrafts'

type UnitDrafts = ReturnType<typeof useUnitDrafts>

/** What can be put on a wall. */
function AddToWall({
  judged: { wall },
  save,
  onEdit,
}: {
  judged: JudgedWall
  save: UnitDrafts['save']
  onEdit: (editing: FitEditing) => void
}) {
  const at = { wallTag: wall.tag }
  const adding = (kind: FitEditing['kind'], words: string, first: Readonly<Record<string, unknown>>) => (
    <Button size="sm" onClick={() => onEdit({ kind, item: null, first: { ...at, ...first } })}>
      {words}
    </Button>
  )
  return (
    <>
      {adding('unit', 'Add a unit', { reserveRightMm: 0, reserveTopMm: 0 })}
      <UnitsFromLibrary wallTag={wall.tag} save={save} />
      {adding('obstacle', 'Add an obstacle', {})}
      {adding('board', 'Add a board', { marginMm: 100 })}
      <Button
        size="sm"
        variant="bare"
        onClick={() => onEdit({ kind: 'wall', item: wall })}
        aria-label={`Change ${wall.name}`}
      >
        change
      </Button>
    </>
  )
}

const WallNotice = ({ children }: { children: ReactNode }) => (
  <Notice kind="error" mx="14px" mb="8px">
    {children}
  </Notice>
)

/** What is wrong with the wall as a whole, and units whose wall is gone. */
function WallNotices({ judged, refusal }: { judged: JudgedWall; refusal: string | null }) {
  const {
    record: { installation },
  } = useJob()
  return (
    <>
      {refusal && <WallNotice>{refusal} The unit is back where it was.</WallNotice>}
      {judged.faults.map(({ id, message }) => (
        <WallNotice key={id}>{message}</WallNotice>
      ))}
      {strandedOf(installation).map(({ id, name, detail }) => (
        <WallNotice key={id}>
          {name} stands on “{detail.wallTag}”, which is no wall of this job. Change its wall.
        </WallNotice>
      ))}
    </>
  )
}

/** One wall drawn to scale, and the others of the job to choose from. */
export function WallSheet({
  walls,
  judged,
  onChoose,
  drafts: { move, take, save, refusal },
  onEdit,
}: {
  walls: readonly JudgedWall[]
  judged: JudgedWall
  onChoose: (wallTag: string) => void
  drafts: UnitDrafts
  /** `null` for who may only look. */
  onEdit: ((editing: FitEditing) => void) | null
}) {
  const {
    record: { installation },
  } = useJob()
  const [selected, setSelected] = useState<string | null>(null)
  const { name, tag, detail } = judged.wall
  const snags = fitOf(installation.fit, 'snag').filter(
    (snag) => snag.detail.wallTag === tag && snag.detail.clearedOn === null,
  )
  return (
    <TitledSheet
      title={name}
      note={`${formatWhole(detail.widthMm)} × ${formatWhole(detail.ceilingMm)} mm`}
      actions={onEdit && <AddToWall judged={judged} save={save} onEdit={onEdit} />}
    >
      {detail.behind && (
        <Text px="14px" pb="6px" fontSize="14px" color="ink2">
          {detail.behind}
        </Text>
      )}
      {walls.length > 1 && (
        <Flex gap="6px" px="14px" pb="8px" wrap="wrap">
          {walls.map(({ wall }) => (
            <Button
              key={wall.tag}
              size="sm"
              variant={wall.tag === tag ? 'chosen' : 'quiet'}
              onClick={() => onChoose(wall.tag)}
            >
              {wall.name}
            </Button>
          ))}
        </Flex>
      )}
      <WallNotices judged={judged} refusal={refusal} />
      <WallDrawing
        judged={judged}
        snags={snags}
        selected={selected}
        edit={onEdit !== null}
        onSelect={setSelected}
        onMove={move}
      />
      {onEdit && <Proposal judged={judged} onTake={take} />}
    </TitledSheet>
  )
}
