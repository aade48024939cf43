import { Box } from '@chakra-ui/react'
import type { RefObject } from 'react'
import type { GridState, InstallationGraph } from '@/core/wiring/installationGraph'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { GRID_STATE_WORDS } from '@/core/wiring/stateWords'
import { Notice } from '@/ui/Notice'
import { useBenchRoom } from '../job/BenchRoom'
import { ViewTools } from './SchematicBar'
import { SchematicDrawing, type SchematicHandle } from './SchematicDrawing'
import type { Schematic } from './useSchematic'
import { withinSentence } from '@/core/withinSentence'

const HEIGHT = { base: 400, least: 280, most: 600 } as const
/** Of the drawing's own height: what is lower is moved into view. */
const SHOWN_SHARE = 0.72
/** What stands above and below the drawing while it is large. */
const AROUND_LARGE = 292

/** The picture itself, once its places are found. */
export function SchematicPicture({
  schematic,
  groups,
  graph,
  gridState,
  chosen,
  frame,
  handle,
  onThing,
  onFind,
}: {
  schematic: Schematic
  groups: readonly DrawnGroup[]
  graph: InstallationGraph
  gridState: GridState
  chosen: string | null
  frame: RefObject<HTMLDivElement | null>
  handle: RefObject<SchematicHandle | null>
  onThing: (group: DrawnGroup) => void
  onFind: (thing: string | null) => void
}) {
  const { large } = useBenchRoom()
  if (schematic.state === 'loading')
    return (
      <Box h={`${HEIGHT.base}px`} px="14px" color="ink2" role="status">
        Drawing…
      </Box>
    )
  if (schematic.state === 'failed')
    return (
      <Notice kind="error" mx="14px" mb="10px">
        The drawing could not be laid out: {schematic.message}. The wiring is kept; load the page again.
      </Notice>
    )
  const small = Math.max(HEIGHT.least, Math.min(HEIGHT.most, schematic.places.height * SHOWN_SHARE))
  return (
    <Box position="relative" ref={frame}>
      <SchematicDrawing
        groups={groups}
        size={schematic.places}
        chosen={chosen}
        label={`Schematic, ${withinSentence(GRID_STATE_WORDS[gridState])}`}
        height={large ? Math.max(HEIGHT.base, window.innerHeight - AROUND_LARGE) : small}
        onThing={onThing}
        handle={handle}
      />
      <ViewTools graph={graph} handle={handle} onFind={onFind} />
    </Box>
  )
}
