'use client'
import { Flex, Text } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import { jobLabels } from '@/core/handover/labels/jobLabels'
import { LABEL_KINDS, LABEL_KIND_WORDS } from '@/core/handover/labels/label'
import { labelRows } from '@/core/handover/labels/labelRows'
import { rowsCsv } from '@/core/exchange/rowsCsv'
import { labelSheetsSvg } from '@/look/labelSvg'
import { Button, ButtonLink } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { download } from '../../survey/download'
import { HeldLabels } from './HeldLabels'
import { LabelRow } from './LabelRow'

/** What hangs on the wall and sticks on the boards of this house, in true size. */
export function WallSheet() {
  const { bench, record, goTo } = useJob()
  const [kind, setKind] = useState<(typeof LABEL_KINDS)[number]>('warning')
  const { name, jobId } = record.installation
  const labels = jobLabels(bench)
  const ready = labels.filter(({ heldBecause }) => heldBecause === null)
  const { band } = bench.context.pack.warnings
  const shown = ready.filter((label) => label.kind === kind)
  return (
    <TitledSheet
      title="For the wall and the boards"
      note={`${ready.length} label${ready.length === 1 ? '' : 's'} in true size`}
      actions={
        <>
          <ButtonLink size="sm" href={`/api/jobs/${jobId}/labels`} download="labels.pdf">
            Labels as PDF
          </ButtonLink>
          <Button
            size="sm"
            onClick={() => download(`${name}, labels.svg`, labelSheetsSvg(name, labels, band), 'image/svg+xml')}
          >
            <FileDown size={15} aria-hidden /> As SVG
          </Button>
          <Button size="sm" onClick={() => download(`${name}, labels.csv`, rowsCsv([...labelRows(ready)]))}>
            <FileDown size={15} aria-hidden /> List for a label printer
          </Button>
          <Button size="sm" onClick={() => goTo('wire')}>
            Schematic and door charts
          </Button>
        </>
      }
    >
      <Text px="14px" pb="8px" fontSize="13px" color="ink2">
        The texts are this region’s to begin with. Local code and the network operator may ask for other words or more
        signs.
      </Text>
      <Flex px="14px" pb="8px" gap="6px" wrap="wrap" role="group" aria-label="Kind of label">
        {LABEL_KINDS.map((one) => {
          const count = ready.filter((label) => label.kind === one).length
          return (
            <Button
              key={one}
              size="sm"
              variant={kind === one ? 'chosen' : 'quiet'}
              aria-pressed={kind === one}
              onClick={() => setKind(one)}
            >
              {LABEL_KIND_WORDS[one]} {count}
            </Button>
          )
        })}
      </Flex>
      {shown.length === 0 && (
        <EmptyState title="None of this kind">Labels follow what is in the record: boards, units, cables.</EmptyState>
      )}
      {shown.map((label) => (
        <LabelRow key={label.id} label={label} band={band} />
      ))}
      <HeldLabels labels={labels.filter(({ heldBecause }) => heldBecause !== null)} />
    </TitledSheet>
  )
}
