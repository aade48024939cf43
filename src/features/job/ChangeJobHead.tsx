'use client'
import { Pencil } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { SpecForm } from '../forms/SpecForm'
import { useChangeJob } from '../survey/useChangeJob'
import { ArchiveJob } from './ArchiveJob'
import { useJob } from './JobContext'

/** Apart from the bench, which is on the screen without it. */
const CopyJob = dynamic(() => import('../jobs/CopyJob').then(({ CopyJob }) => CopyJob))

const FIELDS: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'place', label: 'Place', kind: 'text' },
  { name: 'scheduledDay', label: 'Day', kind: 'date', optional: true },
]

/** What a job is called, where it is and when: changed where it stands. Packs that are sealed keep what they said. */
export function ChangeJobHead({ words }: { words?: string }) {
  const { view, record, may } = useJob()
  const change = useChangeJob()
  const [open, setOpen] = useState(false)
  const [copying, setCopying] = useState(false)
  if (!may('changeJob')) return null
  const { place, scheduledDay } = record.cover ?? view
  return (
    <>
      {words === undefined ? (
        <Button
          variant="bare"
          size="sm"
          px="1"
          aria-label="Change name, place or day"
          title="Change name, place or day"
          onClick={() => setOpen(true)}
        >
          <Pencil size={16} aria-hidden />
        </Button>
      ) : (
        <Button size="sm" onClick={() => setOpen(true)}>
          {words}
        </Button>
      )}
      <Overlay title="Name, place and day" open={open} onClose={() => setOpen(false)}>
        <SpecForm
          specs={FIELDS}
          initial={{ name: record.installation.name, place, scheduledDay }}
          save={async (fields) => {
            await change(fields)
            setOpen(false)
          }}
          extra={
            may('copyJob') && (
              <Button
                onClick={() => {
                  setOpen(false)
                  setCopying(true)
                }}
              >
                Copy as a new job
              </Button>
            )
          }
        />
        {may('archiveJob') && <ArchiveJob onDone={() => setOpen(false)} />}
      </Overlay>
      <Overlay title="Copy as a new job" open={copying} onClose={() => setCopying(false)}>
        <CopyJob jobId={record.installation.jobId} name={record.installation.name} />
      </Overlay>
    </>
  )
}
