'use client'
import { useMemo, useState } from 'react'
import type { WiringLayer } from '@/core/installation/wiring'
import { graphDifferences } from '@/core/wiring/graphDifferences'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { useJob } from '../job/JobContext'
import type { ShownLayer } from './SchematicBar'
import { useWiring } from './useWiring'

/** Which layer of the wiring is looked at, as wired where there is one; or how both differ, and then what stands in either is drawn. */
export function useShownWiring() {
  const {
    record: { installation },
  } = useJob()
  const [layer, setLayer] = useState<ShownLayer>(installation.wiring.wired ? 'wired' : 'planned')
  const stored: WiringLayer = layer === 'planned' ? 'planned' : 'wired'
  const wiring = useWiring(stored)
  const { graph } = wiring
  const compared = useMemo(
    () => (layer === 'both' ? graphDifferences(graphOf(installation, 'planned'), graph) : null),
    [layer, installation, graph],
  )
  return { layer, setLayer, stored, wiring, compared, drawn: compared?.union ?? graph }
}
