import type { GraphRemark } from '@/core/wiring/graphRemarks'
import { type InstallationGraph, namesIn } from '@/core/wiring/installationGraph'
import type { PlanDifference } from '@/core/wiring/planNotDrawn'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { AsBuilt } from './AsBuilt'
import { PlanDiffers } from './PlanDiffers'
import type { Wiring } from './useWiring'

/** What is to be said over the picture: why a switch stays, what was refused, and what is wrong or missing in the wiring. */
export function SchematicNotices({
  held,
  wiring,
  graph,
  differences,
  remarks,
  onShow,
}: {
  held: string | null
  wiring: Wiring
  graph: InstallationGraph
  differences: readonly PlanDifference[]
  remarks: readonly GraphRemark[]
  onShow: (thing: string) => void
}) {
  return (
    <>
      {held && (
        <Notice kind="info" mx="14px" mb="8px">
          {held}
        </Notice>
      )}
      {wiring.refusal && (
        <Notice kind="error" mx="14px" mb="8px">
          {wiring.refusal}
        </Notice>
      )}
      <PlanDiffers wiring={wiring} differences={differences} />
      <AsBuilt planDiffers={differences.length > 0} />
      {remarks.map(({ id, message, isFault }) => (
        <Notice
          key={`${id} ${message}`}
          kind={isFault ? 'error' : 'caution'}
          mx="14px"
          mb="6px"
          action={
            <Button size="sm" variant="bare" onClick={() => onShow(id)}>
              show
            </Button>
          }
        >
          {namesIn(graph).get(id) ?? id}: {message}
        </Notice>
      ))}
    </>
  )
}
