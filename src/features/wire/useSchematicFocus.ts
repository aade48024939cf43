'use client'
import { parseAsString, useQueryState } from 'nuqs'
import { useMemo, useRef, useState } from 'react'
import { faultPath } from '@/core/wiring/faultPath'
import type { InstallationGraph, Positions } from '@/core/wiring/installationGraph'
import { nextPosition } from '@/core/wiring/liveState'
import type { PositionCause } from '@/core/wiring/positionCauses'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import type { SchematicHandle } from './SchematicDrawing'
import type { CheckState } from './usePositionCheck'
import type { TriedState } from './useTriedState'

/**
 * What somebody has before their eyes in the schematic: a thing in it, the way a fault would take, or a danger that the position check
 * found, with the switches set as it takes them.
 */
export function useSchematicFocus(graph: InstallationGraph, tried: TriedState, check: CheckState) {
  const [thing, setThing] = useQueryState('thing', parseAsString)
  const [faultOf, setFaultOf] = useState<string | null>(null)
  const [cause, setCause] = useState<PositionCause | null>(null)
  const handle = useRef<SchematicHandle>(null)
  const picture = useRef<HTMLDivElement>(null)
  const { state, positions } = tried
  const fault = useMemo(
    () =>
      faultOf !== null && graph.nodes.some(({ id, kind }) => id === faultOf && kind === 'load')
        ? faultPath(graph, state, faultOf)
        : null,
    [graph, state, faultOf],
  )
  const danger = useMemo(
    () => (cause && check.checked?.causes.some(({ key }) => key === cause.key) ? cause : null),
    [cause, check.checked],
  )
  const click = (group: DrawnGroup) => {
    void setThing(group.thing)
    if (group.isSwitch) tried.move(group.thing, nextPosition(graph, positions, group.thing))
  }
  const select = (id: string | null) => {
    void setThing(id)
    if (id !== null) handle.current?.show(id)
  }
  const showCause = (next: PositionCause | null) => {
    setCause(next)
    tried.forgetHeld()
    if (next === null) return
    tried.place(next.example.positions)
    tried.setGridState(next.example.gridState)
    setFaultOf(null)
    handle.current?.fit()
    picture.current?.scrollIntoView({ block: 'center' })
  }
  const forgetCause = () => setCause(null)
  const place = (next: Positions | null) => {
    if (next === null) return
    forgetCause()
    tried.place(next)
  }
  return { thing, fault, danger, handle, picture, click, select, setFaultOf, showCause, forgetCause, place }
}
