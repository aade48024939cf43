'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import {
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type DragOverEvent,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  type UniqueIdentifier,
  pointerWithin,
  rectIntersection,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { useState } from 'react'
import type { Load } from '@/core/installation/installation'
import type { Phase } from '@/core/rules/rulePack'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'
import { LANES, LANE_WORDS, type Lane, type LoadPlace, laneOf } from './loadLanes'
import { ChipFace } from './LoadChip'
import { LaneRow } from './LaneRow'
import { Placing } from './Placing'
import { withinSentence } from '@/core/withinSentence'

/** Only at the very edge: the lanes must not run away from under a load that is carried along them. */
const AUTO_SCROLL = { threshold: { x: 0, y: 0.04 } }

/** The cell under the pointer; moved by keys there is none, and the one it covers most counts. */
const underHand: CollisionDetection = (args) => {
  const hit = pointerWithin(args)
  return hit.length > 0 ? hit : rectIntersection(args)
}
const placeOf = (id: unknown): LoadPlace => {
  const [lane, phase] = String(id).split(':')
  return { lane: lane as Lane, phase: phase as Phase | 'all' }
}

/** Every load in the lane and on the phase where it lies; moved by hand, by touch, by keys, or from its menu. Limits follow while it hovers. */
export function LoadLanes() {
  const {
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const { resting: installation, hover, put, refusal } = usePlanned()
  const [inHand, setInHand] = useState<Load | null>(null)
  const [asking, setAsking] = useState<Load | null>(null)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 160, tolerance: 8 } }),
    useSensor(KeyboardSensor),
  )
  const edit = may('saveItem')
  const columns: (Phase | 'all')[] = pack.phases.length > 1 ? [...pack.phases, 'all'] : [pack.phases[0] ?? 'L1']
  // a load that claims a phase the supply lacks is shown in the last column, where it can be put right
  const columnOf = ({ phase }: Load) => (columns.includes(phase) ? phase : (columns.at(-1) ?? 'all'))
  const nameOf = (id: UniqueIdentifier) => installation.loads.find((load) => load.id === id)?.name ?? 'The load'
  const placeWords = ({ lane, phase }: LoadPlace) =>
    `${withinSentence(LANE_WORDS[lane])}${columns.length > 1 ? `, ${phase === 'all' ? 'all phases' : phase}` : ''}`
  const over = ({ active, over: target }: DragOverEvent) => hover(String(active.id), target ? placeOf(target.id) : null)
  const end = ({ active, over: target }: DragEndEvent) => {
    setInHand(null)
    if (target) void put(String(active.id), placeOf(target.id))
    else hover(String(active.id), null)
  }
  return (
    <TitledSheet title="Who gets power in an outage" note={edit ? 'drag a load, or open it' : undefined}>
      {refusal && (
        <Notice kind="error" mx="14px" mb="8px">
          {refusal} The load is back where it was.
        </Notice>
      )}
      <DndContext
        id="load-lanes"
        sensors={sensors}
        autoScroll={AUTO_SCROLL}
        collisionDetection={underHand}
        onDragStart={({ active }) => setInHand(installation.loads.find(({ id }) => id === active.id) ?? null)}
        onDragOver={over}
        onDragEnd={end}
        onDragCancel={({ active }) => {
          setInHand(null)
          hover(String(active.id), null)
        }}
        accessibility={{
          announcements: {
            onDragStart: ({ active }) => `${nameOf(active.id)} taken up.`,
            onDragOver: ({ active, over: target }) =>
              `${nameOf(active.id)} over ${target ? placeWords(placeOf(target.id)) : 'no lane'}.`,
            onDragEnd: ({ active, over: target }) =>
              target
                ? `${nameOf(active.id)} put to ${placeWords(placeOf(target.id))}.`
                : `${nameOf(active.id)} put back.`,
            onDragCancel: ({ active }) => `${nameOf(active.id)} put back.`,
          },
        }}
      >
        <Box overflowX="auto">
          <chakra.div
            display="grid"
            minW={columns.length > 1 ? '560px' : undefined}
            gridTemplateColumns={`112px repeat(${columns.length}, minmax(0, 1fr))`}
          >
            {columns.length > 1 && (
              <>
                <Box />
                {columns.map((phase) => (
                  <Text key={phase} fontSize="13px" color="ink2" px="8px" pb="3px">
                    {phase === 'all' ? 'all phases' : phase}
                  </Text>
                ))}
              </>
            )}
            {LANES.map((lane) => (
              <LaneRow
                key={lane}
                lane={lane}
                columns={columns}
                loads={installation.loads.filter((load) => laneOf(load) === lane)}
                columnOf={columnOf}
                edit={edit}
                onOpen={setAsking}
              />
            ))}
          </chakra.div>
        </Box>
        <DragOverlay dropAnimation={null}>{inHand && <ChipFace load={inHand} lifted />}</DragOverlay>
      </DndContext>
      <Overlay
        title={asking ? `Where does ${asking.name} go?` : ''}
        open={asking !== null}
        onClose={() => setAsking(null)}
      >
        {asking && (
          <Placing
            load={asking}
            columns={columns}
            onPut={(place) => {
              void put(asking.id, place)
              setAsking(null)
            }}
          />
        )}
      </Overlay>
    </TitledSheet>
  )
}
