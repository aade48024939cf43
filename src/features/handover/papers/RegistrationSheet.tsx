'use client'
import { Text } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import { rowsCsv } from '@/core/exchange/rowsCsv'
import { REGISTRATION_WORDS, registrationFields } from '@/core/handover/papers/registration'
import { Button, ButtonLink } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { download } from '../../survey/download'

/** Data for the registration with network operator and maker, filled from the record. */
export function RegistrationSheet() {
  const { bench, record, view, actor } = useJob()
  const { name, jobId } = record.installation
  const fields = registrationFields(bench, { place: view.place, crewName: actor.crewName })
  const blank = fields.filter(({ value }) => value === null).length
  const rows = fields.map(({ group, label, value }) => ({ group: REGISTRATION_WORDS[group], field: label, value }))
  return (
    <TitledSheet
      title="Data for registration"
      note={blank === 0 ? 'complete' : `${blank} of ${fields.length} still blank`}
      actions={
        <>
          <ButtonLink size="sm" href={`/api/jobs/${jobId}/registration`} download="registration.pdf">
            As PDF
          </ButtonLink>
          <Button size="sm" onClick={() => download(`${name}, registration.csv`, rowsCsv(rows))}>
            <FileDown size={15} aria-hidden /> As CSV
          </Button>
        </>
      }
    >
      <DataTable
        label="Data for registration"
        rows={rows}
        keyOf={({ field }) => field}
        columns={[
          { head: 'Field', cell: ({ field }) => field },
          { head: 'From the record', cell: ({ value }) => value ?? <Text color="open">Open</Text> },
        ]}
      />
    </TitledSheet>
  )
}
