import { chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import { counted } from '@/core/quantity/counted'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { planDifferenceWords, planNotDrawn } from '@/core/wiring/planNotDrawn'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'

const SHOWN = 6

/** What the plan has come to say otherwise since a drawing was made; nothing of one that follows the plan. */
export function PlanDiffers({ graph }: { graph: InstallationGraph }) {
  const {
    record: { installation },
  } = useJob()
  const differences = useMemo(() => planNotDrawn(installation, graph), [installation, graph])
  if (differences.length === 0) return null
  return (
    <Notice kind="caution" mx="14px" mb="8px">
      The plan has changed since this drawing. Until one of them is put right the position check stays open.
      <chakra.ul pl="18px" listStyleType="disc" fontSize="14px" aria-label="What differs from the plan">
        {differences.slice(0, SHOWN).map((one) => (
          <li key={`${one.id} ${one.what}`}>{planDifferenceWords(one)}</li>
        ))}
      </chakra.ul>
      {differences.length > SHOWN && `And ${counted(differences.length - SHOWN, ['more', 'more'])}.`}
    </Notice>
  )
}
