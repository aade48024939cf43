/** Name of the database constraint an error speaks of, if it speaks of one. */
export function constraintOf(error: unknown): string | null {
  for (let at: unknown = error; at instanceof Error; at = at.cause)
    if ('constraint' in at && typeof at.constraint === 'string') return at.constraint
  return null
}

/** SQLSTATE, or the code of a broken connection, of an error or what caused it. */
export function codeOf(error: unknown): string | null {
  for (let at: unknown = error; at instanceof Error; at = at.cause)
    if ('code' in at && typeof at.code === 'string') return at.code
  return null
}

/** Whether the database refuses what it was given, which it will refuse again: a data exception (class 22) or a broken rule (class 23). */
export const isDataFault = (error: unknown): boolean => /^2[23][0-9A-Z]{3}$/.test(codeOf(error) ?? '')

/** Codes of a connection that is gone, cannot be had, or of a server that is going down or coming up; SQLSTATE 08, 53 and 57P. */
const AWAY_CODE = /^(ECONN|ETIMEDOUT|EPIPE|ENOTFOUND|EAI_|57P0|53[0-9A-Z]{3}|08[0-9A-Z]{3})/
/** The driver's own words, which carry no code. */
const AWAY_WORDS =
  /timeout exceeded when trying to connect|connection terminated|connection error and is not queryable|client was closed|connection ended/i

/** Whether the database is not there, or not there yet: sent again later, the same may be taken. */
export function isDatabaseAway(error: unknown): boolean {
  for (let at: unknown = error; at instanceof Error; at = at.cause) {
    if ('code' in at && typeof at.code === 'string' && AWAY_CODE.test(at.code)) return true
    if (AWAY_WORDS.test(at.message)) return true
  }
  return false
}

/** Whether the database is there and every way to it is taken: a busy server, and not a broken one. */
export function isDatabaseBusy(error: unknown): boolean {
  for (let at: unknown = error; at instanceof Error; at = at.cause) {
    if ('code' in at && at.code === '53300') return true
    if (/timeout exceeded when trying to connect/i.test(at.message)) return true
  }
  return false
}
