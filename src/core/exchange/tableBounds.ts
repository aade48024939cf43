/** Largest table that is read, and its longest list of rows: a year of quarter hours with room to spare. */
export const MAX_TABLE_BYTES = 8 * 1024 * 1024
export const MAX_TABLE_ROWS = 40_000
