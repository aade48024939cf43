import { type InstallationGraph, type GridState, namesIn } from './installationGraph'
import type { FaultPath } from './faultPath'
import type { LiveState } from './liveState'

export const GRID_STATE_WORDS: Readonly<Record<GridState, string>> = {
  healthy: 'Street healthy',
  dead: 'Street dead',
  brokenNeutral: 'Street’s neutral lost',
}

/** One sentence about what a source does just now. */
export interface StateSentence {
  key: string
  text: string
  /** Something about it is not as it should be. */
  wrong: boolean
}

const few = (ids: readonly string[], say: (id: string) => string) =>
  ids.length > 3
    ? `${ids.slice(0, 2).map(say).join(', ')} and ${ids.length - 2} more`
    : ids.length > 1
      ? `${ids.slice(0, -1).map(say).join(', ')} and ${say(ids.at(-1) as string)}`
      : ids[0] === undefined
        ? 'nothing'
        : say(ids[0])

/** What is live by what, and where neutral is bonded, for reading beside the picture. */
export function stateSentences(graph: InstallationGraph, state: LiveState): StateSentence[] {
  const names = namesIn(graph)
  const say = (id: string) => names.get(id) ?? id
  if (state.live.length === 0)
    return [
      {
        key: 'dead',
        text: 'No source holds a voltage. Batteries stay live at their terminals, and PV strings in daylight.',
        wrong: false,
      },
    ]
  return state.parts.map(({ source, loads, loadsWithoutNeutral, bonds, supplierBond }) => {
    const bonded = [...bonds.map(say), ...(supplierBond ? ['the supplier’s end'] : [])]
    const fed =
      loads.length === 0
        ? `${say(source)} holds a voltage and feeds nothing`
        : `${say(source)} feeds ${few(loads, say)}`
    const neutral =
      loads.length === loadsWithoutNeutral.length && loads.length > 0
        ? 'its neutral leads back from none of them'
        : bonded.length === 0
          ? 'nothing bonds its neutral to earth'
          : `neutral is bonded to earth at ${bonded.join(' and ')}`
    return {
      key: source,
      text: `${fed}; ${neutral}.`,
      wrong: loads.length > 0 && (bonded.length !== 1 || loadsWithoutNeutral.length > 0),
    }
  })
}

/** Which way a fault current goes, in one sentence. */
export function faultWords(graph: InstallationGraph, { load, source, phase, back, returns }: FaultPath): string {
  const names = namesIn(graph)
  const say = (id: string) => names.get(id) ?? id
  if (returns === 'dead' || source === null) return `${say(load)} is dead: no fault current flows.`
  const out = `From ${say(source)} out on ${phase} to ${say(load)}`
  if (returns === 'none')
    return `${out}, and no laid way back: nothing trips, and the enclosure stays live until somebody touches it.`
  const turn =
    returns === 'supplier'
      ? 'the supplier’s neutral–earth bond'
      : say(back.find(({ id, from, to }) => from === to && id !== '')?.id ?? '')
  return `${out}, back on the protective conductor to ${turn}, and home on the neutral.`
}
