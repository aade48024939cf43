'use client'
import { Box, Flex, Grid, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { belongsTo } from '@/core/evidence/families'
import { disconnection } from '@/core/evidence/families/disconnection'
import { EARTHING_SYSTEM_KEY } from '@/core/evidence/families/earthingSystem'
import { islandBond } from '@/core/evidence/families/islandBond'
import { rcdGrid, rcdIsland } from '@/core/evidence/families/rcdTimes'
import { isConfirmedAsBuilt } from '@/core/evidence/families/switchPositions'
import { type GridState, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { WordButtons } from '../wire/WordButtons'
import { BondTriangle } from './BondTriangle'
import { FaultColumn } from './FaultColumn'
import { RcdTests } from './RcdTests'
import { useBond } from './useBond'

/** Grid and island, two columns of one drawing: which way a fault comes home, where neutral is bonded, and what was read of it. */
export function ModesView() {
  const { bench } = useJob()
  return (
    <>
      <TwoColumns />
      <WhichSystem />
      <Grid templateColumns={{ base: '1fr', xl: '340px 1fr' }} gap="12px">
        <Bond />
        <RcdTests />
      </Grid>
      <PointList
        title="Points of both modes"
        points={bench.points.filter((point) => belongsTo(point, islandBond, rcdGrid, rcdIsland, disconnection))}
      />
    </>
  )
}

function TwoColumns() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const [chosen, setChosen] = useState<string | null>(null)
  if (!hasWiring(installation))
    return (
      <TitledSheet title="Which way a fault comes home">
        <EmptyState title="No wiring yet">The two columns are drawn from the schematic.</EmptyState>
      </TitledSheet>
    )
  const graph = graphOf(installation, 'wired')
  const names = namesIn(graph)
  const loads = graph.nodes.filter(({ kind, promise }) => kind === 'load' && promise === 'backup')
  const load = loads.find(({ id }) => id === chosen)?.id ?? loads[0]?.id
  const asBuilt = isConfirmedAsBuilt(bench.context)
  return (
    <TitledSheet
      title="Which way a fault comes home"
      note={asBuilt ? 'from the wiring as built' : 'from the drawing: not confirmed as built'}
      actions={
        loads.length > 1 && (
          <NativeSelect.Root size="sm" w="220px">
            <NativeSelect.Field
              aria-label="Circuit with the fault"
              value={load}
              onChange={(event) => setChosen(event.target.value)}
            >
              {loads.map(({ id }) => (
                <option key={id} value={id}>
                  {names.get(id)}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        )
      }
    >
      {load === undefined ? (
        <EmptyState title="Nothing is backed up">There is no circuit that the island would feed.</EmptyState>
      ) : (
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8px" px="14px" pb="12px">
          {COLUMNS.map(({ title, gridState, positionsOf }) => (
            <FaultColumn
              key={title}
              title={title}
              graph={graph}
              positions={positionsOf(graph)}
              gridState={gridState}
              load={load}
            />
          ))}
        </Grid>
      )}
    </TitledSheet>
  )
}

const COLUMNS: readonly {
  title: string
  gridState: GridState
  positionsOf: (graph: InstallationGraph) => Positions
}[] = [
  { title: 'On the street', gridState: 'healthy', positionsOf: ({ plan }) => plan.asLeft },
  { title: 'On its own', gridState: 'dead', positionsOf: ({ plan }) => plan.island },
]

/** E-7: what is asked, what follows, and the other school beside it. */
function WhichSystem() {
  const { bench, may } = useJob()
  const point = bench.points.find(({ key }) => key === EARTHING_SYSTEM_KEY)
  const judgement = bench.judgements.get(EARTHING_SYSTEM_KEY)
  if (!point || !judgement) return null
  return (
    <TitledSheet
      title={point.label}
      note={
        <>
          <VerdictWord verdict={judgement.verdict} /> {judgement.value}
        </>
      }
    >
      <Text px="14px" pb="8px" fontSize="14px">
        {judgement.why}
      </Text>
      <Grid templateColumns={{ base: '1fr', lg: '1fr 1fr' }} gap="8px 18px" px="14px" pb="10px">
        {point.slots.map((slot) => (
          <Flex key={slot.id} direction="column" gap="4px" fontSize="14px">
            <Text color="ink2">{slot.label}</Text>
            <WordButtons target={{ point, slot }} disabled={!may('recordReadings')} />
          </Flex>
        ))}
      </Grid>
      <Schools />
    </TitledSheet>
  )
}

/** Both are supported; neither is free. */
const SCHOOLS = [
  {
    name: 'Supplier’s earth kept',
    comesIn: 'A fault in the street, and its neutral current, can still come in through earth.',
    needs: 'A local electrode, a conductor that carries the street’s neutral current, and the clamp.',
  },
  {
    name: 'Supplier’s earth parted',
    comesIn: 'Pipes and screens that are shared with neighbours.',
    needs:
      'A device that its maker declares for a protective conductor, leave of code and network operator, an electrode that is good enough by itself, and every remaining bond clamped in island mode.',
  },
] as const

function Schools() {
  return (
    <Box px="14px" pb="12px">
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="10px">
        {SCHOOLS.map(({ name, comesIn, needs }) => (
          <Box key={name} borderWidth="1px" borderColor="rule" borderRadius="l1" p="10px" fontSize="13.5px">
            <Text fontWeight="600">{name}</Text>
            <Text color="ink2">Still comes in: {comesIn}</Text>
            <Text color="ink2">Needs: {needs}</Text>
          </Box>
        ))}
      </Grid>
      <Notice kind="info" mt="8px">
        Which of the two is right here is for local code, the network operator, the maker’s manual and the licensed
        person to say.
      </Notice>
    </Box>
  )
}

function Bond() {
  const { bench } = useJob()
  const bond = useBond()
  return (
    <TitledSheet
      title={`Neutral–${bench.context.pack.words.earth} bond, island`}
      note={<VerdictWord verdict={bond?.verdict ?? 'open'} />}
    >
      <Box px="12px" pb="8px">
        <BondTriangle />
        <Text fontSize="13px" color="ink2">
          {bond?.why}
        </Text>
      </Box>
    </TitledSheet>
  )
}
