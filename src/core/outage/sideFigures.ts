import type { TraceChannel, VoltageEvent } from './channelEvents'
import { totalHarmonicDistortion } from './distortion'
import { perChannel } from './perChannel'
import { lineHz } from './phaseLine'
import { settledRms } from './settledRms'
import type { Turning } from './turning'

/** The event a channel's own time before begins to count down to: its first gap, else its first event. */
const firstOutage = ({ events }: TraceChannel): VoltageEvent | null =>
  events.find(({ kind }) => kind === 'gap') ?? events[0] ?? null

/** Figures of one side of a channel: before its first outage where it has one, else before the recording's; after all of them. */
export function sideFigures(load: readonly TraceChannel[], turning: Turning, thdOrder: number) {
  const edgeBefore = (channel: TraceChannel): { sample: number; steady: boolean } | null => {
    if (turning.quiet) return { sample: 10 * channel.wave.nominalPeriod + 1, steady: true }
    const own = firstOutage(channel)
    const atS = own ? own.startS : turning.beforeS
    if (atS === null) return null
    return { sample: (atS - channel.skewS) * channel.wave.rateHz - 1, steady: own === null || own.rampFromS === null }
  }
  const before = (figure: (channel: TraceChannel, end: number) => number | null) =>
    perChannel(load, (channel) => {
      const edge = edgeBefore(channel)
      return edge === null || !edge.steady ? null : figure(channel, edge.sample)
    })
  const hasAfter = (channel: TraceChannel) =>
    !turning.quiet &&
    (turning.motor !== null || turning.return?.seamless === true || channel.events.length > 0) &&
    channel.events.every(({ endS }) => endS !== null) &&
    (turning.gap === null || turning.gap.endS !== null)
  const after = (figure: (channel: TraceChannel, end: number) => number | null) =>
    perChannel(load, (channel) => (hasAfter(channel) ? figure(channel, channel.wave.samples.length - 2) : null))
  const rms = (channel: TraceChannel, end: number) => settledRms(channel, end, -1)
  const thd = ({ wave, track }: TraceChannel, end: number) => {
    const from = end - (wave.rateHz * 1) / 5
    const hz = lineHz(
      track,
      from / wave.rateHz + track.firstS - 0.5 / track.nominalHz,
      end / wave.rateHz + track.firstS - 0.5 / track.nominalHz,
    )
    if (hz === null) return null
    return totalHarmonicDistortion(wave.samples, { from, to: end }, { rateHz: wave.rateHz, hz, order: thdOrder })
  }
  return {
    rmsBeforeV: before(rms),
    rmsAfterV: after(rms),
    thdBeforePercent: before(thd),
    thdAfterPercent: after(thd),
  }
}
