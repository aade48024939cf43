'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { SchematicPlaces } from '@/core/wiring/schematic/elkGraph'
import { schematicModel } from '@/core/wiring/schematic/schematicModel'
import type { SchematicModel } from '@/core/wiring/schematic/schematicPart'
import { type LayoutThread, startLayout } from '@/workers/layoutClient'

export type Schematic =
  | { state: 'loading' }
  | { state: 'failed'; message: string }
  /** What the places were found for, which may still be the graph before the last change. */
  | { state: 'ready'; graph: InstallationGraph; model: SchematicModel; places: SchematicPlaces }

/** Places for a graph, found off the main thread; the last drawing stays while the next one is laid out. `graph` must be stable. */
export function useSchematic(graph: InstallationGraph): Schematic {
  const [schematic, setSchematic] = useState<Schematic>({ state: 'loading' })
  const engine = useRef<LayoutThread | null>(null)
  const model = useMemo(() => schematicModel(graph), [graph])
  useEffect(() => {
    let left = false
    const running = (engine.current ??= startLayout())
    running.layout(model).then(
      (places) => {
        if (!left) setSchematic({ state: 'ready', graph, model, places })
      },
      (error: unknown) => {
        if (!left) setSchematic({ state: 'failed', message: error instanceof Error ? error.message : String(error) })
      },
    )
    return () => {
      left = true
    }
  }, [graph, model])
  useEffect(
    () => () => {
      engine.current?.end()
      engine.current = null
    },
    [],
  )
  return schematic
}
