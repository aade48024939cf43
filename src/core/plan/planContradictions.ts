import type { Installation, Load } from '../installation/installation'
import { formatQuantity } from '../quantity/formatQuantity'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { Phase } from '../rules/rulePack'
import type { Contradiction } from './contradictions'
import type { Plan } from './planOfInstallation'

type Facts = Pick<Plan, 'limits' | 'motors' | 'staying'>
const watts = (value: number) => formatQuantity(value, 'W', 3)

/** A motor that has to stay on and cannot start. */
function motorsThatMust({ motors }: Facts): Contradiction[] {
  return motors
    .filter(({ load, asIs }) => load.mustStayOn && asIs.verdict === 'exceeds')
    .map(({ load, asIs, surgeVa }) => {
      const figures =
        asIs.totalVa === null || surgeVa === null
          ? 'its maker’s own ceiling forbids it'
          : `its start asks for ${formatQuantity(asIs.totalVa, 'VA', 3)} of ${formatQuantity(surgeVa, 'VA', 3)}`
      return {
        path: `loads.${load.tag}.mustStayOn`,
        about: load.name,
        message: `${load.name} must stay on, and cannot start on the battery: ${figures}. Fit a soft start, plan more modules, or take it out of what must stay on.`,
        touches: ['demand', 'surge'],
      }
    })
}

/** The night limit of the phases a load is on; 0 on a phase that no source feeds. */
function limitOf({ phase }: Load, { perPhase, nightW }: Plan['limits'], phases: readonly Phase[]): number | null {
  if (nightW === null || perPhase === null) return nightW
  if (phase !== 'all') return perPhase[phase]?.nightW ?? 0
  return phases.length * Math.min(...phases.map((one) => perPhase[one]?.nightW ?? 0))
}

/** A load that stays on and is above what its phases get, or hangs on a phase that no source feeds. */
function loadsAboveLimit({ packId }: Installation, { limits, staying }: Facts): Contradiction[] {
  const { phases } = RULE_PACKS[packId]
  return staying.loads.flatMap((load): Contradiction[] => {
    const limitW = limitOf(load, limits, phases)
    if (limitW === null || atMost(load.powerW, limitW)) return []
    const where = load.phase === 'all' && phases.length > 1 ? 'on all phases' : `on ${load.phase}`
    return [
      {
        path: `loads.${load.tag}.powerW`,
        about: load.name,
        message:
          limitW === 0
            ? `${load.name} is to stay on, and no source feeds ${load.phase === 'all' ? 'every phase' : load.phase} in an outage.`
            : `${load.name} is to stay on and takes ${watts(load.powerW)}; ${where} the night limit is ${watts(limitW)}.`,
        touches: ['demand'],
      },
    ]
  })
}

/** What contradicts itself only once the limits are worked out: a load that stays on and cannot. */
export const planContradictions = (installation: Installation, facts: Facts): Contradiction[] => [
  ...motorsThatMust(facts),
  ...loadsAboveLimit(installation, facts),
]
