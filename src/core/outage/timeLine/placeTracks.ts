import { type Alignment, type PlacedTrack, TRACK_EVENTS, type Track, type TrackEvent } from './track'

/** A common line needs a beginning where no track has a clock. */
const NO_CLOCK_MS = 0

const eventMs = (startMs: number, track: Track, event: TrackEvent): number =>
  startMs + (track.events[event] ?? 0) * 1000

/** The first event that two tracks both show. */
const shared = (a: Track, b: Track): TrackEvent | null =>
  TRACK_EVENTS.find((event) => a.events[event] !== null && b.events[event] !== null) ?? null

/**
 * Lays tracks on one time line. The first that has a clock (the first at all where none has) stays where it says; the others follow by their own clocks, or
 * so that an event they share with it falls together. What has neither has no place, and none is made up.
 *
 * @param handS seconds that a hand moved a track by, by its id
 */
export function placeTracks(
  tracks: readonly Track[],
  alignment: Alignment,
  handS: Readonly<Record<string, number>> = {},
): PlacedTrack[] {
  const reference = tracks.find(({ clockMs }) => clockMs !== null) ?? tracks[0]
  if (!reference) return []
  const referenceMs = reference.clockMs ?? NO_CLOCK_MS
  const handMs = ({ id }: Track) => (handS[id] ?? 0) * 1000
  return tracks.map((track) => {
    const event = track === reference ? null : shared(reference, track)
    const byEvent = event !== null && (alignment === 'event' || track.clockMs === null)
    const by: Alignment | null =
      track === reference
        ? track.clockMs === null
          ? null
          : 'clock'
        : byEvent
          ? 'event'
          : track.clockMs === null
            ? null
            : 'clock'
    const ownMs =
      track === reference
        ? referenceMs
        : byEvent
          ? eventMs(referenceMs, reference, event) - (track.events[event] ?? 0) * 1000
          : track.clockMs
    const startMs = ownMs === null ? null : ownMs + handMs(track)
    return {
      track,
      startMs,
      by,
      event: byEvent ? event : null,
      shiftS: startMs === null || track.clockMs === null ? null : (startMs - track.clockMs) / 1000,
    }
  })
}
