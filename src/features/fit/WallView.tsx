'use client'
import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { wallsOfInstallation } from '@/core/fit/wallOfInstallation'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Sheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { ExposureSheet } from './ExposureSheet'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { LevelSheet } from './LevelSheet'
import { OnTheWall } from './OnTheWall'
import { TemplateSheet } from './TemplateSheet'
import { UnitsSheet } from './UnitsSheet'
import { WallSheet } from './WallSheet'
import { useUnitDrafts } from './useUnitDrafts'

const NEW_WALL: FitEditing = {
  kind: 'wall',
  item: null,
  first: { name: 'Garage wall' },
}

/** The walls of the job in millimetres: units are dragged, nudged, typed or proposed, and judged while they move. */
export function WallView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const drafts = useUnitDrafts()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const [wallTag, setWallTag] = useState<string | null>(null)
  const edit = may('saveItem')
  const walls = useMemo(() => wallsOfInstallation(drafts.shown), [drafts.shown])
  const judged = walls.find(({ wall }) => wall.tag === wallTag) ?? walls[0]
  const overlay = <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
  if (!judged)
    return (
      <>
        <NoWall onAdd={edit ? () => setEditing(NEW_WALL) : null} />
        {overlay}
      </>
    )
  return (
    <>
      <WallSheet
        walls={walls}
        judged={judged}
        onChoose={setWallTag}
        drafts={drafts}
        onEdit={edit ? setEditing : null}
      />
      <UnitsSheet
        judged={judged}
        edit={edit}
        onMove={(tag, place) => drafts.move(tag, place, true)}
        onEdit={(item) => setEditing({ kind: 'unit', item })}
      />
      <OnTheWall judged={judged} onEdit={edit ? (item) => setEditing({ kind: item.kind, item }) : null} />
      <ExposureSheet units={judged.units} />
      <LevelSheet
        units={judged.units}
        onAdd={(unitTag) => setEditing({ kind: 'foot', item: null, first: { unitTag } })}
        onEdit={(item) => setEditing({ kind: 'foot', item })}
      />
      <TemplateSheet judged={judged} jobName={installation.name} />
      {edit && (
        <Box>
          <Button size="sm" onClick={() => setEditing(NEW_WALL)}>
            Add another wall
          </Button>
        </Box>
      )}
      {overlay}
    </>
  )
}

function NoWall({ onAdd }: { onAdd: (() => void) | null }) {
  return (
    <Sheet>
      <EmptyState
        title="No wall yet"
        action={
          onAdd && (
            <Button variant="act" onClick={onAdd}>
              Add the wall
            </Button>
          )
        }
      >
        Measure the wall, and what is on it: windows, doors, meters, pipes. Then the units find their places.
      </EmptyState>
    </Sheet>
  )
}
