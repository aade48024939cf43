'use client'
import { supplyFields } from './supplyFields'
import { useState } from 'react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'
import { Button } from '@/ui/Button'
import { Figure, Figures } from '@/ui/Figure'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { usePlan } from '../plan/usePlan'
import { nested, useChangeJob } from './useChangeJob'

const orOpen = (value: number | null, digits?: number) => numberOrOpen(value, digits)

/** The form of the supply and of what the household accepts. */
function SupplyOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
  } = useJob()
  const change = useChangeJob()
  const save = async (fields: Record<string, unknown>) => {
    const { acceptsShedding, testDepth } = fields
    await change({ supply: nested(fields, 'supply'), acceptsShedding, testDepth })
    onClose()
  }
  return (
    <Overlay title="Supply and household" open={open} onClose={onClose} wide>
      <SpecForm specs={supplyFields(pack)} initial={installation} save={save} />
    </Overlay>
  )
}

/** What the supply is rated for, what it can carry, and what is left of it. */
export function SupplyFigures() {
  const {
    record: {
      installation: { supply },
    },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const {
    capacity: { capacityKva, headroomKva, verdict },
  } = usePlan()
  const [isOpen, setOpen] = useState(false)
  const { ratingA, secondMainA, maximumDemandKva, meterCombinedWithBoard } = supply
  const oneMain = maximumDemandKva === null ? 'the likely peak of the load list' : 'the maximum demand as declared'
  const meter = meterCombinedWithBoard ? 'one box' : 'apart'
  return (
    <>
      <Figures columns={4}>
        <Figure
          label={`Supply, ${pack.name.split(',')[0]?.toLowerCase()}`}
          value={secondMainA === null ? orOpen(ratingA) : `${orOpen(ratingA)} + ${formatNumber(secondMainA)}`}
          unit={ratingA === null ? undefined : 'A'}
        >
          {may('changeJob') && (
            <Button variant="bare" size="sm" px="0" minH="28px" fontSize="13px" onClick={() => setOpen(true)}>
              Supply and household
            </Button>
          )}
        </Figure>
        <Figure label="It can carry" value={orOpen(capacityKva, 3)} unit={capacityKva === null ? undefined : 'kVA'}>
          <PlanMarkWord mark={verdict} />
        </Figure>
        <Figure label="Headroom" value={orOpen(headroomKva, 3)} unit={headroomKva === null ? undefined : 'kVA'}>
          {secondMainA === null ? `against ${oneMain}` : 'two mains: each for itself, below'}
        </Figure>
        <Figure label={`Meter and ${pack.words.board}`} value={meterCombinedWithBoard === null ? 'open' : meter}>
          decides where the {pack.words.neutralEarth} bond sits
        </Figure>
      </Figures>
      <SupplyOverlay open={isOpen} onClose={() => setOpen(false)} />
    </>
  )
}
