'use client'
import { Flex } from '@chakra-ui/react'
import { FileDown, FileUp } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { LAYER_WORDS, type WiringLayer } from '@/core/installation/wiring'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { usePrint } from '../print/usePrint'
import { download } from '../survey/download'
import { schematicSvg } from '@/look/schematicSvg'
import type { Wiring } from './useWiring'

// laid out on sheets of their own
const ImportWiring = dynamic(() => import('./ImportWiring').then(({ ImportWiring }) => ImportWiring))
const StartFromPlan = dynamic(() => import('./StartFromPlan').then(({ StartFromPlan }) => StartFromPlan))

/** A wiring that is begun anew, and what to do once it is. */
export interface BegunWiring {
  wiring: Wiring
  layer: WiringLayer
  onClose: () => void
}

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
  const { failure, print } = usePrint('The SVG still can be saved.')
  const pdf = () =>
    print(title, async (faces) => {
      if (!size) return null
      const { schematicPdf } = await import('./schematicPdf')
      return schematicPdf(faces, title, groups, size, notes)
    })
  const file = async () => {
    const { installationFile } = await import('@/schemas/installationFile')
    download(`${title}.json`, installationFile(wiring.graph), 'application/json')
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
      <Button size="sm" onClick={() => void file()}>
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
      {failure && (
        <Notice kind="error" w="100%">
          {failure}
        </Notice>
      )}
      <Overlay title="Read an installation file" open={open === 'import'} onClose={() => setOpen(null)}>
        <ImportWiring wiring={wiring} layer={layer} onClose={() => setOpen(null)} />
      </Overlay>
      <Overlay title="Begin from the plan" open={open === 'start'} onClose={() => setOpen(null)} wide>
        <StartFromPlan wiring={wiring} layer={layer} onClose={() => setOpen(null)} />
      </Overlay>
    </Flex>
  )
}
