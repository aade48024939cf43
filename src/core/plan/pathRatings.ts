import type { Installation } from '../installation/installation'
import { atLeast } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import { ampacityOf } from './cable'
import type { PlanMark } from '../rules/verdict'

export type PathPart = 'gateway' | 'switch' | 'cable'

/** One thing in the path of the supply, held against the device that protects it. */
export interface PathRating {
  part: PathPart
  /** Tag of a run; `null` for what a house has once. */
  tag: string | null
  /** What it carries; a cable after derating. */
  ratedA: number | null
  /** Rating of the device before it. */
  protectedByA: number | null
  mark: PlanMark
}

export const PATH_WORDS: Readonly<Record<PathPart, string>> = {
  gateway: 'gateway',
  switch: 'bypass or changeover switch',
  cable: 'cable',
}

const rating = (
  part: PathPart,
  tag: string | null,
  ratedA: number | null,
  protectedByA: number | null,
): PathRating => ({
  part,
  tag,
  ratedA,
  protectedByA,
  mark: ratedA === null || protectedByA === null ? 'open' : atLeast(ratedA, protectedByA) ? 'fits' : 'exceeds',
})

const GATEWAY = /gateway/i
const OWN_SOURCE = /inverter|battery/i

/** Rating of the device before the gateway: that of the run which brings the supply to it, or the supply's own. */
function beforeGatewayA({ runs }: Pick<Installation, 'runs'>, supplyA: number | null): number | null {
  const devicesA = runs.flatMap(({ from, to, deviceA }) =>
    deviceA !== null && GATEWAY.test(`${from} ${to}`) && !OWN_SOURCE.test(`${from} ${to}`) ? [deviceA] : [],
  )
  return devicesA.length > 0 ? Math.min(...devicesA, supplyA ?? Infinity) : supplyA
}

/** What stands behind the supply's own device: the gateway, and the switch around it; asked once a source is planned. */
export function behindSupply(
  installation: Pick<Installation, 'sources' | 'runs'>,
  supplyA: number | null,
): PathRating[] {
  const { units, gatewayA, switchA } = installation.sources
  if (units.length === 0) return []
  const beforeA = beforeGatewayA(installation, supplyA)
  return [rating('gateway', null, gatewayA, beforeA), rating('switch', null, switchA ?? null, beforeA)]
}

/** Gateway, switch and every cable, each against the device that protects it; a blank is Open. */
export function pathRatings(installation: Installation): PathRating[] {
  const { packId, runs, supply } = installation
  const { deviceCapA } = RULE_PACKS[packId]
  return [
    ...behindSupply(installation, supply.ratingA),
    ...runs.map(({ tag, size, derating, deviceA, terminals75 }) => {
      const tableA = ampacityOf({ pack: packId, deviceA, terminals75 }, size)
      if (Number.isNaN(tableA)) return rating('cable', tag, null, deviceA)
      const capA = deviceCapA[size] ?? Infinity
      const carriesA = derating === null ? null : Math.min(tableA * derating, capA)
      // Factors only take away: what is too little without them is too little.
      const tooLittle = carriesA === null && deviceA !== null && !atLeast(Math.min(tableA, capA), deviceA)
      return rating('cable', tag, tooLittle ? Math.min(tableA, capA) : carriesA, deviceA)
    }),
  ]
}

/** One rating in a sentence. */
export function pathRatingWords({ part, tag, ratedA, protectedByA, mark }: PathRating): string {
  const what = `${PATH_WORDS[part]}${tag === null ? '' : ` ${tag}`}`
  if (ratedA === null)
    return part === 'cable'
      ? `What the ${what} carries after derating is not entered.`
      : `The rating of the ${what} is not entered.`
  if (protectedByA === null) return `Which device protects the ${what} is not entered.`
  return mark === 'exceeds'
    ? `The ${what} carries ${round(ratedA)} A, and the device before it is rated ${round(protectedByA)} A.`
    : `The ${what} carries ${round(ratedA)} A behind ${round(protectedByA)} A.`
}

const round = (amps: number) => Math.round(amps * 10) / 10
