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

/** Whether the database is not there, or not there yet: sent again later, the same may be taken. */
export const isDatabaseAway = (error: unknown): boolean => {
  const code = codeOf(error)
  return (
    (code !== null && /^(ECONN|ETIMEDOUT|57P0|53300|08)/.test(code)) ||
    (error instanceof Error &&
      /timeout exceeded when trying to connect|Connection terminated/.test(String(error.cause ?? error)))
  )
}
