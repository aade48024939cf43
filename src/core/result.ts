/** One thing a person can put right: where it is and what is wrong with it. */
export interface FieldIssue {
  /** Path of the field, such as `units[0].moduleW`; empty when the whole input is meant. */
  path: string
  message: string
}

/** An expected outcome that may fail: the reasons are data, not an exception. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E }

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })
export const err = <E>(error: E): { ok: false; error: E } => ({ ok: false, error })
