'use client'
import { lastOwnReading } from '@/core/evidence/reading'
import { EmptyState } from '@/ui/EmptyState'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../JobContext'
import { TakeBackReading } from './TakeBackReading'
import { TakeBackStep } from './TakeBackStep'

/** The last thing this person did, reading or plan, with what it was before; taken back only once that was read. */
export function TakeBack({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { record, actor, steps, may } = useJob()
  const reading = may('recordReadings') ? lastOwnReading(record.readings, actor.userId) : null
  const step = steps.last
  const stepFirst = step !== null && (reading === null || step.entry.at > reading.recordedAt)
  return (
    <Overlay title="Take back what you did last" open={open} onClose={onClose}>
      {stepFirst ? (
        <TakeBackStep key={step.entry.id} step={step} onDone={onClose} />
      ) : reading ? (
        <TakeBackReading reading={reading} onDone={onClose} />
      ) : (
        <EmptyState title="Nothing of yours is here to be taken back">
          Readings are taken back by whoever recorded them; changes of the plan on the device they were made on.
        </EmptyState>
      )}
    </Overlay>
  )
}
