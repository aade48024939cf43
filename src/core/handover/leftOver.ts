/** A point of a handover that is stopped or open. */
export type LeftOver<Point> = Point & { verdict: 'stop' | 'open' }

/**
 * What a handover leaves: stopped points first, then open ones, each with its verdict.
 *
 * @example leftOver({ stopped: [{ label: 'RCD' }], open: [] }) // [{ label: 'RCD', verdict: 'stop' }]
 */
export const leftOver = <Point extends object>({
  stopped,
  open,
}: {
  stopped: readonly Point[]
  open: readonly Point[]
}): LeftOver<Point>[] => [
  ...stopped.map((point) => ({ ...point, verdict: 'stop' as const })),
  ...open.map((point) => ({ ...point, verdict: 'open' as const })),
]
