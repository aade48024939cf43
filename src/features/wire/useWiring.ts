'use client'
import { useCallback, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { WiringLayer, WiringRevision } from '@/core/installation/wiring'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { applyEdit } from '@/core/wiring/edits/applyEdit'
import { editWords } from '@/core/wiring/edits/editWords'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { useJob } from '../job/JobContext'

export interface Wiring {
  graph: InstallationGraph
  revision: WiringRevision | null
  /** Whether this person may change the layer. */
  edit: boolean
  /** Stores a whole wiring with what was changed; kept on the device first, sent when the server can be reached. */
  store: (graph: InstallationGraph, note: string) => Promise<void>
  /** Makes changes and stores them as one. Returns why not, or nothing. */
  change: (...edits: readonly WiringEdit[]) => Promise<string | null>
  refusal: string | null
}

/** The wiring of one layer of the open job, and the way to change it. */
export function useWiring(layer: WiringLayer): Wiring {
  const {
    record: { installation },
    actor,
    may,
    keep,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const graph = graphOf(installation, layer)
  const revision = installation.wiring[layer]
  const store = useCallback(
    async (next: InstallationGraph, note: string) => {
      setRefusal(null)
      const id = uuidv7()
      const madeAt = new Date().toISOString()
      const base = installation.wiring[layer]?.number ?? 0
      const input = { id, jobId: installation.jobId, layer, base, note: note.slice(0, 300), madeAt, graph: next }
      try {
        await keep('saveWiring', input, { id, at: madeAt })
      } catch {
        setRefusal('This device cannot keep the change. Nothing was stored; the wiring is as it was.')
      }
    },
    [installation, layer, keep],
  )
  const change = useCallback(
    async (...edits: readonly WiringEdit[]) => {
      try {
        let next = graph
        const words = edits.map((edit) => {
          const said = editWords(next, edit)
          next = applyEdit(next, edit)
          return said
        })
        // what comes to the same is no change
        if (JSON.stringify(next) !== JSON.stringify(graph)) await store(next, [...new Set(words)].join('; '))
        return null
      } catch (error) {
        if (!(error instanceof RangeError)) throw error
        return error.message
      }
    },
    [graph, store],
  )
  return {
    graph,
    revision,
    edit: may('saveWiring') && (layer === 'wired' || actor.role !== 'hand'),
    store,
    change,
    refusal,
  }
}
