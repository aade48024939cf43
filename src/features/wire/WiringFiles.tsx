'use client'
import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { FileDown, FileUp } from 'lucide-react'
import { useState } from 'react'
import { LAYER_WORDS, type WiringLayer } from '@/core/installation/wiring'
import type { FieldIssue } from '@/core/result'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import {
  SCHEMES,
  SCHEME_WORDS,
  type TopologyChoices,
  choicesOfPlan,
  isByHand,
} from '@/core/wiring/topology/topologyChoices'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { checkOf } from '@/core/wiring/wiringOfInstallation'
import { MOST_FILE_BYTES, installationFile, readInstallationFile } from '@/schemas/installationFile'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { FilePick } from '../survey/FilePick'
import { download, downloadBytes } from '../survey/download'
import { schematicSvg } from '@/look/schematicSvg'
import type { Wiring } from './useWiring'

interface WiringFilesProps {
  wiring: Wiring
  layer: WiringLayer
  groups: readonly DrawnGroup[]
  size: { width: number; height: number } | null
  notes: readonly string[]
  onStart: boolean
}

/** The schematic on paper, the wiring as a file, and the ways to begin anew. */
export function WiringFiles({ wiring, layer, groups, size, notes, onStart }: WiringFilesProps) {
  const {
    record: { installation },
  } = useJob()
  const [open, setOpen] = useState<'start' | 'import' | null>(null)
  const title = `${installation.name}, wiring ${LAYER_WORDS[layer]}`
  const pdf = async () => {
    if (!size) return
    const { schematicPdf } = await import('./schematicPdf')
    downloadBytes(`${title}.pdf`, await schematicPdf(title, groups, size, notes), 'application/pdf')
  }
  return (
    <Flex px="14px" py="8px" gap="8px" wrap="wrap" borderTopWidth="1px" borderColor="rule">
      <Button size="sm" disabled={!size} onClick={() => void pdf()}>
        <FileDown size={15} aria-hidden /> PDF for the wall
      </Button>
      <Button
        size="sm"
        disabled={!size}
        onClick={() => {
          if (size) download(`${title}.svg`, schematicSvg(title, groups, size, notes), 'image/svg+xml')
        }}
      >
        <FileDown size={15} aria-hidden /> SVG
      </Button>
      <Button size="sm" onClick={() => download(`${title}.json`, installationFile(wiring.graph), 'application/json')}>
        <FileDown size={15} aria-hidden /> Installation file
      </Button>
      {onStart && (
        <>
          <Button size="sm" onClick={() => setOpen('import')}>
            <FileUp size={15} aria-hidden /> Read a file
          </Button>
          <Button size="sm" onClick={() => setOpen('start')}>
            Begin from the plan
          </Button>
        </>
      )}
      <Overlay title="Read an installation file" open={open === 'import'} onClose={() => setOpen(null)}>
        <ImportFile wiring={wiring} layer={layer} onClose={() => setOpen(null)} />
      </Overlay>
      <Overlay title="Begin from the plan" open={open === 'start'} onClose={() => setOpen(null)} wide>
        <StartFromPlan wiring={wiring} layer={layer} onClose={() => setOpen(null)} />
      </Overlay>
    </Flex>
  )
}

/** What a wiring comes to, in one line. */
const countsOf = ({ nodes, edges, devices, sources }: InstallationGraph) =>
  `${nodes.length} places, ${edges.length} runs, ${devices.length} devices, ${sources.length} sources`

function ImportFile({ wiring, layer, onClose }: Pick<WiringFilesProps, 'wiring' | 'layer'> & { onClose: () => void }) {
  const [read, setRead] = useState<{ graph: InstallationGraph; name: string } | null>(null)
  const [issues, setIssues] = useState<readonly FieldIssue[]>([])
  const take = (text: string, { name }: File) => {
    const result = readInstallationFile(text)
    setRead(result.ok ? { graph: result.value, name } : null)
    setIssues(result.ok ? [] : result.error)
  }
  const remarks = read ? graphRemarks(read.graph) : []
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Text color="ink2">
        Our own open JSON, described in the formats. It takes the place of the wiring {LAYER_WORDS[layer]}; the one
        before stays on record.
      </Text>
      <FilePick
        label="Installation file"
        accept=".json,application/json"
        maxBytes={MOST_FILE_BYTES}
        onText={take}
        onError={(message) => {
          setRead(null)
          setIssues([{ path: '', message }])
        }}
      />
      {issues.length > 0 && (
        <Notice kind="error">
          <Text fontWeight="600">The file does not fit. The wiring is as it was.</Text>
          <Box as="ul" pl="18px" css={{ listStyle: 'disc' }}>
            {issues.map(({ path, message }) => (
              <li key={`${path} ${message}`}>
                {path && !message.startsWith(path) ? (
                  <>
                    <code>{path}</code>: {message}
                  </>
                ) : (
                  message
                )}
              </li>
            ))}
          </Box>
        </Notice>
      )}
      {read && (
        <Text>
          <b>{read.name}</b>: {countsOf(read.graph)}.
        </Text>
      )}
      {remarks.length > 0 && (
        <Notice kind="caution">
          It can be taken and is drawn with what is wrong marked:
          <Box as="ul" pl="18px" css={{ listStyle: 'disc' }}>
            {remarks.slice(0, 12).map(({ id, message }) => (
              <li key={`${id} ${message}`}>
                {id}: {message}
              </li>
            ))}
          </Box>
        </Notice>
      )}
      {read && (
        <Flex>
          <Button
            variant="act"
            onClick={() => {
              void wiring.store(read.graph, `Read from ${read.name}`).then(onClose)
            }}
          >
            Take it {LAYER_WORDS[layer]}
          </Button>
        </Flex>
      )}
    </Flex>
  )
}

const FLAGS = {
  bypass: 'Maintenance bypass',
  watchesNeutral: 'Gateway opens when the neutral is lost',
  vehicleSource: 'Vehicle as a source',
  secondBattery: 'Second battery',
  generatorInlet: 'Generator inlet',
  splitService: 'Split service, two mains',
} as const

/** The wiring put together again from the lists of the plan, with the choices that the lists leave open. */
function StartFromPlan({
  wiring,
  layer,
  onClose,
}: Pick<WiringFilesProps, 'wiring' | 'layer'> & { onClose: () => void }) {
  const {
    record: { installation },
  } = useJob()
  const [choices, setChoices] = useState<TopologyChoices>(() => choicesOfPlan(installation))
  const graph = startingTopology(installation, choices)
  const violated = checkOf(graph)?.violated ?? []
  const byHand = isByHand(choices.scheme)
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Text color="ink2">
        Boards, circuits, sources and electrodes come from the plan. The wiring {LAYER_WORDS[layer]} as it is now stays
        on record.
      </Text>
      <NativeSelect.Root variant="outline">
        <NativeSelect.Field
          aria-label="How the house is parted from the street"
          value={choices.scheme}
          onChange={(event) => setChoices({ ...choices, scheme: event.target.value as TopologyChoices['scheme'] })}
        >
          {SCHEMES.map((scheme) => (
            <option key={scheme} value={scheme}>
              {SCHEME_WORDS[scheme]}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {graph.phases.length > 1 && (
        <NativeSelect.Root variant="outline">
          <NativeSelect.Field
            aria-label="Phases that are backed up"
            value={choices.backedPhases}
            onChange={(event) => setChoices({ ...choices, backedPhases: event.target.value as 'one' })}
          >
            <option value="all">all phases backed up</option>
            <option value="one">one phase backed up</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )}
      <Flex gap="6px" wrap="wrap">
        {(Object.keys(FLAGS) as (keyof typeof FLAGS)[])
          .filter((flag) => !byHand || (flag !== 'bypass' && flag !== 'watchesNeutral'))
          .map((flag) => (
            <Button
              key={flag}
              size="sm"
              variant={choices[flag] ? 'chosen' : 'quiet'}
              aria-pressed={choices[flag]}
              onClick={() => setChoices({ ...choices, [flag]: !choices[flag] })}
            >
              {FLAGS[flag]}
            </Button>
          ))}
      </Flex>
      <Text role="status">
        {countsOf(graph)}.{' '}
        {violated.length === 0
          ? 'The position check finds nothing.'
          : 'The position check finds faults that come from the lists of the plan; they are shown with the drawing.'}
      </Text>
      <Flex>
        <Button
          variant="act"
          onClick={() => {
            void wiring.store(graph, `Begun from the plan: ${SCHEME_WORDS[choices.scheme].toLowerCase()}`).then(onClose)
          }}
        >
          Draw it so
        </Button>
      </Flex>
    </Flex>
  )
}
