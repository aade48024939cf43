'use client'
import { useMemo, useState } from 'react'
import { type GridState, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { type LiveState, liveState } from '@/core/wiring/liveState'

/** A state of street and switches that is tried in the picture, and what is live in it. */
export interface TriedState {
  gridState: GridState
  setGridState: (gridState: GridState) => void
  positions: Positions
  state: LiveState
  /** Why the last switch did not move. */
  held: string | null
  forgetHeld: () => void
  /** Puts a switch into another position, unless an interlock holds it. */
  move: (device: string, next: Positions) => void
  /** Puts all switches into a position as one. */
  place: (positions: Positions) => void
}

/** Street and switches as somebody tries them; they begin as they are left. `graph` must be stable. */
export function useTriedState(graph: InstallationGraph): TriedState {
  const [chosen, setChosen] = useState<Positions>({})
  const [gridState, setGridState] = useState<GridState>('healthy')
  const [held, setHeld] = useState<string | null>(null)
  const positions = useMemo(() => ({ ...graph.plan.asLeft, ...chosen }), [graph, chosen])
  const state = useMemo(() => liveState(graph, positions, gridState), [graph, positions, gridState])
  const forgetHeld = () => setHeld(null)
  const place = (next: Positions) => {
    setHeld(null)
    setChosen(next)
  }
  const move = (device: string, next: Positions) => {
    const against = liveState(graph, next, gridState).against.find((pair) => pair.includes(device))
    if (against === undefined) return place(next)
    const names = namesIn(graph)
    const other = against.find((id) => id !== device) ?? ''
    setHeld(`${names.get(device)} is held by its interlock: open ${names.get(other)} first.`)
  }
  return { gridState, setGridState, positions, state, held, forgetHeld, move, place }
}
