import ELK, { type ELK as Engine } from 'elkjs/lib/elk-api'
import { type SchematicPlaces, elkGraph, placesOf } from '@/core/wiring/schematic/elkGraph'
import type { SchematicModel } from '@/core/wiring/schematic/schematicPart'

/** A layout engine in a thread of its own; whoever makes one ends it. */
export interface LayoutThread {
  /** Places for everything in a model. @throws Error when the engine refuses, or its thread dies */
  layout: (model: SchematicModel) => Promise<SchematicPlaces>
  end: () => void
}

/** Starts the engine's own worker script, which ships with the app. */
export function startLayout(): LayoutThread {
  let died: (error: Error) => void = () => undefined
  const death = new Promise<never>((_, reject) => {
    died = reject
  })
  death.catch(() => undefined)
  const engine: Engine = new ELK({
    workerFactory: () => {
      const thread = new Worker(new URL('elkjs/lib/elk-worker.min.js', import.meta.url))
      // the engine listens for answers only: without this, a thread that dies leaves its caller waiting
      thread.addEventListener('error', (event) => died(new Error(event.message || 'the layout engine did not load')))
      return thread
    },
  })
  return {
    layout: (model) => Promise.race([engine.layout(elkGraph(model)).then(placesOf), death]),
    end: () => engine.terminateWorker(),
  }
}
