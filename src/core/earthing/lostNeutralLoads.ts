import type { Installation } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'

/** Which of the house's loads are taken to run when the neutral goes. */
export const LOST_NEUTRAL_CASES = ['largest', 'mustStayOn', 'everything'] as const
export type LostNeutralCase = (typeof LOST_NEUTRAL_CASES)[number]

/**
 * E-5: the watts on each phase of the supply when the neutral is lost, of the largest load alone, of those that must stay on, or of all.
 * A load on all phases is shared out evenly: it adds nothing to the touch voltage by itself.
 *
 * @returns one figure a phase, in the pack's order; `null` where nothing of that case is entered
 */
export function lostNeutralLoads({ packId, loads }: Installation, which: LostNeutralCase): number[] | null {
  const { phases } = RULE_PACKS[packId]
  const runs =
    which === 'everything'
      ? loads
      : which === 'mustStayOn'
        ? loads.filter(({ mustStayOn }) => mustStayOn)
        : [...loads].sort((a, b) => b.powerW - a.powerW).slice(0, 1)
  if (runs.length === 0) return null
  return phases.map((phase) =>
    runs.reduce(
      (sum, load) =>
        sum + (load.phase === phase ? load.powerW : load.phase === 'all' ? load.powerW / phases.length : 0),
      0,
    ),
  )
}
