import type { RecordingAnalysis } from '../analyseRecording'
import { evenSamples } from '../evenSamples'
import type { Stretch } from '../frequencyFigures'
import { aroundStep } from '../phaseSteps'
import type { AnalogChannel, Recording } from '../recording'
import { frequencyLine } from './frequencyLine'
import type { LaneLine } from './laneLine'
import { type LaneChannel, powerLine, voltageOf } from './powerLine'

/** What stands under a wave on the same time axis. */
export interface RecordingLanes {
  /** Of the house, and of the street where it was recorded too. */
  frequencyHz: LaneLine[]
  /** Of each current whose voltage is known: house, PV, battery, as the channels are named. */
  powerW: LaneLine[]
}

/** Where the wave of the house is parted: its gaps, and where its phase steps. */
function breaksOf({ events, phaseSteps, durationS }: RecordingAnalysis, id: string): Stretch[] {
  const gaps = (events[id] ?? []).filter(({ kind }) => kind === 'gap')
  return [
    ...gaps.map(({ startS, endS }) => ({ fromS: startS ?? 0, toS: endS ?? durationS })),
    ...phaseSteps.map(aroundStep),
  ]
}

/**
 * Lanes of a recording that was analysed: frequency of the house and of the street, and the power of each current.
 *
 * @returns no line for a voltage that never stands, and none for a current that no voltage can be told for
 */
export function recordingLanes(recording: Recording, analysis: RecordingAnalysis): RecordingLanes {
  const onGrid = (channel: AnalogChannel): LaneChannel => {
    const { id, phase, samples, holes, skewS } = channel
    const even = evenSamples(recording, samples, holes)
    return { id, phase, skewS, samples: even.samples, rateHz: even.rateHz, holes: even.holes }
  }
  const named = (ids: readonly string[], unit: 'V' | 'A') =>
    recording.analog.filter((channel) => channel.unit === unit && ids.includes(channel.id))
  const silent = new Set(analysis.silentIds)
  const house = named(analysis.voltageIds, 'V').filter(({ id }) => !silent.has(id))
  const street = named(analysis.gridIds, 'V')
  const nominal = { hz: analysis.nominalHz, v: analysis.nominalV }
  const [ofHouse] = house
  const [ofStreet] = street
  const frequencyHz = [
    ...(ofHouse ? [frequencyLine(onGrid(ofHouse), nominal, breaksOf(analysis, ofHouse.id))] : []),
    ...(ofStreet ? [frequencyLine(onGrid(ofStreet), nominal)] : []),
  ].filter(({ values }) => values.length > 0)
  const voltages = house.map(onGrid)
  const powerW = named(analysis.currentIds, 'A').flatMap((channel) => {
    const current = onGrid(channel)
    const voltage = voltageOf(current, voltages)
    return voltage ? [powerLine(current, voltage, nominal.hz)] : []
  })
  return { frequencyHz, powerW }
}
