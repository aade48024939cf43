import type { ElectrodeGap, GroundPlot, PlottedElectrode } from '@/core/earthing/groundPlot'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'

const GAP_WORDS: Readonly<Record<ElectrodeGap, string>> = {
  place: 'how far from the house it stands',
  length: 'how long it is',
  thickness: 'how thick it is',
  across: 'how wide the plate is',
  depth: 'how much ground is above it',
  count: 'how many rods there are',
  spacing: 'how far apart the rods stand',
}

const listed = (texts: readonly string[]): string =>
  texts.length < 2 ? (texts[0] ?? '') : `${texts.slice(0, -1).join(', ')} and ${texts.at(-1)}`

/** What has to be said of an electrode before it is drawn and reckoned; `null` where nothing has. */
export const gapWords = ({ tag, missing }: PlottedElectrode): string | null =>
  missing.length === 0 ? null : `${tag}: say ${listed(missing.map((gap) => GAP_WORDS[gap]))}.`

/** What several electrodes come to, and what they lose by standing near each other. */
export function coupledWords({ joined, electrodes }: GroundPlot): string | null {
  const bodies = electrodes.flatMap(({ parts }) => parts).length
  if (joined === null || bodies < 2) return null
  const close =
    joined.tooClose.length > 0
      ? ' Some stand nearer than their own length: there the formula is some per cent too high.'
      : ''
  return `Joined about ${formatQuantity(joined.totalOhm, 'Ω', 3)}; far apart they would be ${formatQuantity(joined.parallelOhm, 'Ω', 3)}: ${formatNumber(Math.max(0, joined.lostBenefitPercent), 2)} % is lost by standing this close.${close}`
}

/** How near the nearest located service is to an electrode. */
export function nearestWords({ tag, nearest, parts }: PlottedElectrode, { services }: GroundPlot): string | null {
  const service = services.find((one) => one.tag === nearest?.tag)
  if (nearest === null || service === undefined || parts.length === 0) return null
  const deep = service.depthM === null ? 'how deep it lies is not known' : `${formatNumber(service.depthM, 3)} m deep`
  return nearest.distanceM === 0
    ? `${service.name} crosses ${tag} itself; ${deep}.`
    : `${service.name} crosses ${formatNumber(nearest.distanceM, 2)} m from ${tag}; ${deep}.`
}
