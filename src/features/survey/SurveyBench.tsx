'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Load } from '@/core/installation/installation'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { SpecForm } from '../forms/SpecForm'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { LoadStrip } from '../plan/LoadStrip'
import { usePlan } from '../plan/usePlan'
import { SourcesSheet } from './SourcesSheet'
import { supplyFields } from './supplyFields'
import { nested, useChangeJob } from './useChangeJob'

/** Survey: the house's loads as a strip against the limits, then what they come from. */
export function SurveyBench() {
  const { record: { installation }, bench, may } = useJob()
  const plan = usePlan()
  const change = useChangeJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const [supplyOpen, setSupplyOpen] = useState(false)
  const { pack } = bench.context
  const { loads, supply } = installation
  const edit = may('changeJob')
  return (
    <>
      <BenchHead title="What the house needs" note={`${loads.length} loads, ${loads.filter(({ backedUp }) => backedUp).length} backed up`} />
      <TitledSheet title="Loads against the limits" actions={edit && <Button size="sm" onClick={() => setEditing({ kind: 'load', item: null })}>Add a load</Button>}>
        {loads.length === 0 ? <EmptyState title="No loads yet">Walk the rooms with the board open: what is fixed, what starts with a motor, what the household insists on. Add the first load.</EmptyState> : <LoadStrip />}
      </TitledSheet>
      <Figures columns={4}>
        <Figure label={`Supply, ${pack.name.split(',')[0]?.toLowerCase()}`} value={supply.ratingA === null ? 'open' : formatNumber(supply.ratingA)} unit={supply.ratingA === null ? undefined : 'A'}>{edit && <Button variant="bare" size="sm" px="0" minH="28px" fontSize="13px" onClick={() => setSupplyOpen(true)}>Supply and household</Button>}</Figure>
        <Figure label="It can carry" value={plan.capacity.capacityKva === null ? 'open' : formatNumber(plan.capacity.capacityKva, 3)} unit={plan.capacity.capacityKva === null ? undefined : 'kVA'}><PlanMarkWord mark={plan.capacity.verdict} /></Figure>
        <Figure label="Expected demand, backed up" value={plan.demand.expectedDemandW === null ? 'open' : formatQuantity(plan.demand.expectedDemandW, 'W', 3)}>likely peak {plan.demand.likelyPeakW === null ? 'open' : formatQuantity(plan.demand.likelyPeakW, 'W', 3)}</Figure>
        <Figure label={`Meter and ${pack.words.board}`} value={supply.meterCombinedWithBoard === null ? 'open' : supply.meterCombinedWithBoard ? 'one box' : 'apart'}>{supply.meterCombinedWithBoard ? 'the neutral–earth bond has to move' : supply.meterCombinedWithBoard === false ? 'the bond stays where it is' : 'decides where the bond sits'}</Figure>
      </Figures>
      {loads.length > 0 && (
        <TitledSheet title="Loads">
          <DataTable<Load> label="Loads" rows={loads} keyOf={({ id }) => id} onOpen={edit ? (load) => setEditing({ kind: 'load', item: load }) : undefined} openLabel={({ name }) => `Change ${name}`}
            columns={[
              { head: 'Load', cell: ({ name, tag }) => <Flex gap="8px" align="baseline" wrap="wrap"><Text fontWeight="600">{name}</Text><Text fontFamily="mono" fontSize="12px" color="ink3">{tag}</Text></Flex> },
              { head: 'Power', numeric: true, cell: ({ powerW }) => formatQuantity(powerW, 'W', 3) }, { head: 'Runs', numeric: true, cell: ({ duty }) => `${Math.round(duty * 100)} %` },
              { head: 'pf', numeric: true, wideOnly: true, cell: ({ powerFactor }) => formatNumber(powerFactor, 2) }, { head: 'LRA', numeric: true, wideOnly: true, cell: ({ lockedRotorA }) => (lockedRotorA === null ? '–' : formatQuantity(lockedRotorA, 'A', 3)) },
              ...(pack.phases.length > 1 ? [{ head: 'Phase', cell: ({ phase }: Load) => phase, wideOnly: true }] : []),
              { head: 'Priority', numeric: true, wideOnly: true, cell: ({ priority }) => priority }, { head: 'In an outage', cell: (load) => (load.mustStayOn ? 'stays on' : load.backedUp ? 'backed up' : 'not backed up') },
            ]} />
        </TitledSheet>
      )}
      <SourcesSheet />
      <PointList points={bench.points.filter(({ stage }) => stage === 'survey')} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay title="Supply and household" open={supplyOpen} onClose={() => setSupplyOpen(false)} wide>
        <SpecForm specs={supplyFields(pack)} initial={installation} save={async (fields) => { await change({ supply: nested(fields, 'supply'), acceptsShedding: fields.acceptsShedding, testDepth: fields.testDepth }); setSupplyOpen(false) }} />
      </Overlay>
    </>
  )
}
