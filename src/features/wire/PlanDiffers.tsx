import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { counted } from '@/core/quantity/counted'
import { drawAsPlanned } from '@/core/wiring/drawAsPlanned'
import { type PlanDifference, planDifferenceWords } from '@/core/wiring/planNotDrawn'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import type { Wiring } from './useWiring'

const SHOWN = 6

/** What the plan has come to say otherwise since a drawing was made; nothing of one that follows the plan. */
export function PlanDiffers({
  wiring: { graph, edit, change },
  differences,
}: {
  wiring: Wiring
  differences: readonly PlanDifference[]
}) {
  const [busy, setBusy] = useState(false)
  const [refusal, setRefusal] = useState<string | null>(null)
  const {
    record: { installation },
  } = useJob()
  if (differences.length === 0) return null
  const draw = async () => {
    setBusy(true)
    setRefusal(await change(...drawAsPlanned(installation, graph)))
    setBusy(false)
  }
  return (
    <Notice
      kind="caution"
      mx="14px"
      mb="8px"
      action={
        edit && (
          <Button size="sm" disabled={busy} onClick={() => void draw()}>
            Draw it as planned
          </Button>
        )
      }
    >
      The plan has changed since this drawing. Until one of them is put right the position check stays open.
      <chakra.ul pl="18px" listStyleType="disc" fontSize="14px" aria-label="What differs from the plan">
        {differences.slice(0, SHOWN).map((one) => (
          <li key={`${one.id} ${one.what}`}>{planDifferenceWords(one)}</li>
        ))}
      </chakra.ul>
      {differences.length > SHOWN && `And ${counted(differences.length - SHOWN, ['more', 'more'])}.`}
      {refusal && ` ${refusal} Nothing was drawn.`}
    </Notice>
  )
}
