import type { RulePack } from '../../rules/rulePack'
import type { Verdict } from '../../rules/verdict'

/** A part of the input whose every value may be missing: what was not read is `null`, never a guess. */
export type Unread<Part> = { readonly [Key in keyof Part]?: Part[Key] | null }

/** What a check found: its numbers, `null` where they cannot be worked out, and what follows. */
export type CrossCheckResult = { verdict: Verdict } & Readonly<Record<string, unknown>>

/** One cross-check of settings as read (S-2). Adding a check is one of these, in a file of its own kind, and a line in the list. */
export interface CrossCheck<Part> {
  /** Judges the part as far as it was read; `{}` is a part nobody has read. */
  (part: Unread<Part>, pack: RulePack): CrossCheckResult
}

/** Whether every value is there, so that the figures behind it can be worked out. */
export const allRead = <T>(values: readonly (T | null | undefined)[]): values is readonly T[] =>
  values.every((value) => value !== null && value !== undefined)

/** Proven when it holds, Stop when it does not, Open when nobody can tell. */
export const verdictOf = (holds: boolean | null): Verdict => (holds === null ? 'open' : holds ? 'proven' : 'stop')

/** Whether two values are the same; `null` without both. */
export const same = <T>(one: T | null | undefined, other: T | null | undefined): boolean | null =>
  one === null || one === undefined || other === null || other === undefined ? null : one === other
