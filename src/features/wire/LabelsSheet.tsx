'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import { coresOf, labelsAsText, runLabels } from '@/core/wiring/runLabels'
import { RULE_PACKS } from '@/core/rules/packs'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'

/** Text for the labels of every run, both ends with the job's one convention of colours. */
export function LabelsSheet() {
  const {
    record: { installation },
    may,
    carryOut,
  } = useJob()
  const [open, setOpen] = useState(false)
  const cores = coresOf(installation)
  return (
    <TitledSheet
      title="Labels"
      note="one for each end"
      actions={
        <>
          <Button
            size="sm"
            onClick={() =>
              download(
                `${installation.name}, labels.txt`,
                labelsAsText(installation.runs, installation),
                'text/tab-separated-values',
              )
            }
          >
            <FileDown size={15} aria-hidden /> For the label printer
          </Button>
          {may('setCoreColours') && (
            <Button size="sm" onClick={() => setOpen(true)}>
              Core colours
            </Button>
          )}
        </>
      }
    >
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8px" px="14px" pb="12px">
        {installation.runs
          .flatMap((run) => runLabels(run, installation))
          .map(({ runTag, end, at, lines }) => (
            <Sheet key={`${runTag} ${end}`} bg="sheet2" px="10px" py="6px" fontSize="13px" borderColor="rule2">
              <Flex justify="space-between" gap="8px">
                <Text fontFamily="mono" fontSize="15px" fontWeight="600">
                  {lines[0]}
                </Text>
                <Text color="ink2">at {at}</Text>
              </Flex>
              {lines.slice(1).map((line) => (
                <Text key={line} overflowWrap="anywhere">
                  {line}
                </Text>
              ))}
            </Sheet>
          ))}
      </Grid>
      <Overlay title="Core colours of this job" open={open} onClose={() => setOpen(false)}>
        <Box fontSize="14px" color="ink2" mb="10px">
          One convention for the whole job, printed at both ends. Blank takes the rule pack’s:{' '}
          {coresOf({ packId: installation.packId, coreColours: {} })
            .map(({ conductor, colour }) => `${conductor} ${colour}`)
            .join(', ')}
          .
        </Box>
        <SpecForm
          specs={cores.map(({ conductor }) => ({
            name: conductor,
            label: conductor,
            kind: 'text' as const,
            optional: true,
            max: 40,
            hint: RULE_PACKS[installation.packId].phases.includes(conductor as 'L1')
              ? undefined
              : conductor === 'N'
                ? 'such as black, sleeved blue'
                : 'such as grey, sleeved green/yellow',
          }))}
          initial={installation.coreColours}
          save={async (fields) => {
            await carryOut('setCoreColours', {
              jobId: installation.jobId,
              colours: Object.fromEntries(
                Object.entries(fields).map(([conductor, colour]) => [conductor, String(colour ?? '').trim()]),
              ),
            })
            setOpen(false)
          }}
        />
      </Overlay>
    </TitledSheet>
  )
}
