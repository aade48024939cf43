'use client'
import { useCallback, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { WiringLayer, WiringRevision } from '@/core/installation/wiring'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { type WiringEdit, applyEdit, editWords } from '@/core/wiring/wiringEdits'
import { graphOf } from '@/core/wiring/wiringOfInstallation'
import { useJob } from '../job/JobContext'

export interface Wiring {
  graph: InstallationGraph
  revision: WiringRevision | null
  /** Whether this person may change the layer. */
  edit: boolean
  /** Stores a whole wiring with what was changed; kept on the device first, sent when the server can be reached. */
  store: (graph: InstallationGraph, note: string) => Promise<void>
  /** Makes one change and stores it. Returns why not, or nothing. */
  change: (edit: WiringEdit) => Promise<string | null>
  refusal: string | null
}

/** The wiring of one layer of the open job, and the way to change it. */
export function useWiring(layer: WiringLayer): Wiring {
  const {
    record: { installation },
    actor,
    may,
    outbox,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const graph = graphOf(installation, layer)
  const revision = installation.wiring[layer]
  const store = useCallback(
    async (next: InstallationGraph, note: string) => {
      setRefusal(null)
      const made: WiringRevision = {
        id: uuidv7(),
        jobId: installation.jobId,
        layer,
        number: (installation.wiring[layer]?.number ?? 0) + 1,
        note: note.slice(0, 300),
        graph: next,
        madeByName: actor.name,
        madeAt: new Date().toISOString(),
      }
      try {
        await outbox.add({
          kind: 'wiring',
          id: made.id,
          jobId: installation.jobId,
          userId: actor.userId,
          refusal: null,
          revision: made,
        })
      } catch {
        setRefusal('This device cannot keep the change. Nothing was stored; the wiring is as it was.')
      }
    },
    [installation, layer, actor, outbox],
  )
  const change = useCallback(
    async (edit: WiringEdit) => {
      try {
        await store(applyEdit(graph, edit), editWords(graph, edit))
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
