/** Warnings that stand on a house with a second source, each for a place of its own. */
export const WARNING_IDS = [
  'twoSources',
  'batteryHere',
  'staysLive',
  'stillCharged',
  'daylight',
  'joinedHere',
  'keepEarth',
  'leaveAlone',
  'normalPosition',
] as const
export type WarningId = (typeof WARNING_IDS)[number]

/** One warning as a region words it. `{…}` stands for a fact of the house: what is named there is filled in. */
export interface WarningText {
  head: string
  lines: readonly string[]
}

/** The warnings of a region, and how their band looks. Local code may ask for other words or more signs; the texts are where a crew begins. */
export interface WarningTexts {
  /** Word before each head; `null` where the region writes none. */
  signalWord: string | null
  /** Colour of the band, as a browser reads it. */
  band: string
  texts: Readonly<Record<WarningId, WarningText>>
}
