'use client'
import { EmptyState } from '@/ui/EmptyState'
import { Sheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { CustomerDataSheet } from './CustomerDataSheet'
import { FaultCallsSheet } from './FaultCallsSheet'
import { TrendsSheet } from './TrendsSheet'
import { VisitsSheet } from './VisitsSheet'

/** After the handover: what the household called about, later visits, and how results move from one to the next. */
export function LaterView() {
  const { record, view } = useJob()
  const begun = view.packs.length + record.visits.length + view.faultCalls.length > 0
  if (!begun)
    return (
      <>
        <Sheet>
          <EmptyState title="Not handed over yet">
            Once a pack is sealed, later visits are opened here, and the household’s calls arrive.
          </EmptyState>
        </Sheet>
        <CustomerDataSheet />
      </>
    )
  return (
    <>
      <FaultCallsSheet />
      <VisitsSheet />
      <TrendsSheet />
      <CustomerDataSheet />
    </>
  )
}
