import type { TraceChannel } from './channelEvents'

/** A figure for each voltage, by its name; `null` where the recording does not hold it. */
export type PerChannel = Record<string, number | null>

/** A figure of each voltage, by its name. */
export const perChannel = (
  channels: readonly TraceChannel[],
  figure: (channel: TraceChannel) => number | null,
): PerChannel => Object.fromEntries(channels.map((channel) => [channel.id, figure(channel)]))
