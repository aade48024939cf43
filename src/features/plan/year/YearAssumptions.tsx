'use client'
import { chakra } from '@chakra-ui/react'
import type { YearBasis, systemOfPlan } from '@/core/plan/yearOfInstallation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { TitledSheet } from '@/ui/Sheet'
import { shareOr } from './yearWords'

type Planned = ReturnType<typeof systemOfPlan>

/** What the walk through the year takes for granted, beside its results. */
export function YearAssumptions({ basis, planned }: { basis: YearBasis; planned: Planned }) {
  const { loadShare, pvShare, chargeEfficiency, dischargeEfficiency, standbyW, floorSoc, reserveSoc } = planned
  return (
    <TitledSheet title="What this assumes">
      <chakra.ul px="32px" pb="10px" fontSize="14px" listStyleType="disc" css={{ '& > li': { paddingBlock: '1px' } }}>
        <li>
          Load — {basis.load}. {Math.round(100 * loadShare)} % of it is fed in an outage, after turning off the list.
        </li>
        <li>
          Sun — {basis.pv}
          {basis.pv === 'none' ? '; add the faces of the array on the survey if there is PV' : ''}. How much of it feeds
          the island: {shareOr(pvShare)}.
        </li>
        <li>
          Charging {formatNumber(100 * chargeEfficiency, 3)} %, discharging {shareOr(dischargeEfficiency)} efficient;
          standby {quantityOrOpen(standbyW, 'W', 3)}; floor {shareOr(floorSoc)}, reserve {shareOr(reserveSoc)}.
        </li>
        <li>
          Each start has the charge that a normal year left there. No restart after a failure, no generator, nobody
          saving power. Means of {basis.profile?.stepH === 1 ? 'an hour' : 'half an hour or less'}: short peaks are
          judged under Limits.
        </li>
      </chakra.ul>
    </TitledSheet>
  )
}
