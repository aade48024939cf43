/** What a track shows that others may show too. */
export const TRACK_EVENTS = ['left', 'returned'] as const
export type TrackEvent = (typeof TRACK_EVENTS)[number]

/** A recording, a log, or a run of marks: something with a time of its own. */
export interface Track {
  id: string
  name: string
  /** When it begins by its own clock, in ms since 1970; `null` where it says none. */
  clockMs: number | null
  durationS: number
  /** Seconds from its beginning; `null` for what it does not show. */
  events: Readonly<Record<TrackEvent, number | null>>
}

export const ALIGNMENTS = ['clock', 'event'] as const
/** How tracks are laid on one time line: each by its own clock, or by an event that they share. */
export type Alignment = (typeof ALIGNMENTS)[number]

/** Where a track lies on the time line of all. */
export interface PlacedTrack {
  track: Track
  /** When it begins on the common line, in ms since 1970; `null` for one that nothing places. */
  startMs: number | null
  by: Alignment | null
  /** The event it was laid on, where it was. */
  event: TrackEvent | null
  /** How far it lies from its own clock, in seconds, the hand's shift included; `null` without a clock. */
  shiftS: number | null
}
