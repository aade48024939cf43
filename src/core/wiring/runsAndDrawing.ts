import type { CableRun } from '../installation/installation'
import { type InstallationGraph, namesIn } from './installationGraph'

/** A way of the drawing that is a cable run by its short name, and no run of the plan. */
export interface DrawnRun {
  tag: string
  /** What its ends are called in the drawing. */
  from: string
  to: string
}

/**
 * Runs of the plan that the drawing does not have: nobody can follow them to where they lead.
 *
 * @example runsNotDrawn(installation.runs, graph).map(({ tag }) => tag) // ['w4']
 */
export const runsNotDrawn = (runs: readonly CableRun[], { edges }: InstallationGraph): CableRun[] =>
  runs.filter(({ tag }) => !edges.some(({ runTag }) => runTag === tag))

/** Runs that are drawn and not written down: without size and length they have no test and no material. */
export function runsNotWritten(runs: readonly CableRun[], graph: InstallationGraph): DrawnRun[] {
  const names = namesIn(graph)
  const seen = new Set(runs.map(({ tag }) => tag))
  return graph.edges.flatMap(({ runTag, from, to }) => {
    if (runTag === undefined || runTag === '' || seen.has(runTag)) return []
    seen.add(runTag)
    return [{ tag: runTag, from: names.get(from) ?? from, to: names.get(to) ?? to }]
  })
}

const words = (text: string) => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []

/**
 * The places that an end of a run speaks of: those that share most words with it.
 *
 * @returns ids of the places, in the order of the drawing; none where no word is shared
 * @example placesSpokenOf('Gateway', graph) // ['gatewayIn', 'gatewayOut']
 */
export function placesSpokenOf(end: string, { nodes }: InstallationGraph): string[] {
  const said = new Set(words(end))
  const scored = nodes.map(({ id, name }) => ({ id, score: words(name ?? id).filter((word) => said.has(word)).length }))
  const most = Math.max(0, ...scored.map(({ score }) => score))
  return most === 0 ? [] : scored.filter(({ score }) => score === most).map(({ id }) => id)
}

/**
 * The one place that an end of a run speaks of.
 *
 * @returns id of the place, `null` where none or more than one fits
 * @example placeSpokenOf('Gateway, house side', graph) // 'gatewayOut'
 */
export function placeSpokenOf(end: string, graph: InstallationGraph): string | null {
  const [best, another] = placesSpokenOf(end, graph)
  return best === undefined || another !== undefined ? null : best
}
