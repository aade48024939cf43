/** Bounds of a log: a day of tenths of seconds with room to spare. */
export const LOG_BOUNDS = { maxBytes: 64 * 1024 * 1024, maxRows: 1_000_000, maxColumns: 200, maxAside: 200 } as const
