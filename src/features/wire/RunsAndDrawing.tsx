'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { CableRun } from '@/core/installation/installation'
import { runsNotDrawn, runsNotWritten } from '@/core/wiring/runsAndDrawing'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import type { Editing } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { ThingOverlay, type WiringEditing } from './ThingOverlay'
import { useWiring } from './useWiring'

/** Runs of the plan that are not drawn, and drawn ones that are not written down: each has its way to the other. */
export function RunsAndDrawing({ onWrite }: { onWrite: (editing: Editing) => void }) {
  const {
    record: { installation },
    may,
  } = useJob()
  const wiring = useWiring('wired')
  const { graph } = wiring
  const [drawing, setDrawing] = useState<WiringEditing | null>(null)
  const missing = runsNotDrawn(installation.runs, graph)
  const unwritten = runsNotWritten(installation.runs, graph)
  const draw = (run: CableRun) => setDrawing({ add: 'run', near: null, run })
  if (missing.length + unwritten.length === 0) return null
  return (
    <>
      {missing.length > 0 && (
        <Notice kind="caution">
          <Text>
            The drawing does not have {missing.map(({ tag }) => tag).join(', ')}: where{' '}
            {missing.length === 1 ? 'it leads' : 'they lead'} is in no position that was thought through.
          </Text>
          {wiring.edit && (
            <Flex gap="8px" wrap="wrap" mt="6px">
              {missing.map((run) => (
                <Button key={run.id} size="sm" onClick={() => draw(run)}>
                  Draw {run.tag}
                </Button>
              ))}
            </Flex>
          )}
        </Notice>
      )}
      {unwritten.length > 0 && (
        <Notice kind="caution">
          <Text>
            {unwritten.map(({ tag }) => tag).join(', ')} {unwritten.length === 1 ? 'is' : 'are'} drawn, and without size
            and length there is no test and no material for {unwritten.length === 1 ? 'it' : 'them'}.
          </Text>
          {may('changeJob') && (
            <Flex gap="8px" wrap="wrap" mt="6px">
              {unwritten.map((run) => (
                <Button key={run.tag} size="sm" onClick={() => onWrite({ kind: 'run', item: null, first: { ...run } })}>
                  Write down {run.tag}
                </Button>
              ))}
            </Flex>
          )}
        </Notice>
      )}
      {wiring.refusal && <Notice kind="error">{wiring.refusal}</Notice>}
      <ThingOverlay
        key={JSON.stringify(drawing)}
        editing={drawing}
        graph={graph}
        onSave={(edits) => wiring.change(...edits)}
        onClose={() => setDrawing(null)}
      />
    </>
  )
}
