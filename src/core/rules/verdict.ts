/** What evidence says about a point. Only a reading can make one. */
export const VERDICTS = ['proven', 'watch', 'open', 'stop'] as const
export type Verdict = (typeof VERDICTS)[number]

/** What a plan says about a figure. A plan proves nothing, so it has words of its own. */
export const PLAN_MARKS = ['fits', 'tight', 'open', 'exceeds'] as const
export type PlanMark = (typeof PLAN_MARKS)[number]

/** Stop before Open before Watch before Proven. `[]` is `open`: nothing shown is nothing proven. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  return VERDICTS[Math.max(...verdicts.map((verdict) => VERDICTS.indexOf(verdict)))] ?? 'open'
}

/** Exceeds before Open before Tight before Fits; `[]` is `open`. */
export function worstPlanMark(marks: readonly PlanMark[]): PlanMark {
  return PLAN_MARKS[Math.max(...marks.map((mark) => PLAN_MARKS.indexOf(mark)))] ?? 'open'
}
