'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import {
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type DragOverEvent,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  pointerWithin,
  rectIntersection,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { GripVertical } from 'lucide-react'
import { memo, useState } from 'react'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Phase } from '@/core/rules/rulePack'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'
import { LANES, LANE_WORDS, type Lane, type LoadPlace, laneOf } from './loadLanes'

/** Only at the very edge: the lanes must not run away from under a load that is carried along them. */
const AUTO_SCROLL = { threshold: { x: 0, y: 0.04 } }

/** The cell under the pointer; moved by keys there is none, and the one it covers most counts. */
const underHand: CollisionDetection = (args) => {
  const hit = pointerWithin(args)
  return hit.length > 0 ? hit : rectIntersection(args)
}

const placeId = ({ lane, phase }: LoadPlace) => `${lane}:${phase}`
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

function LaneRow({
  lane,
  columns,
  loads,
  columnOf,
  edit,
  onOpen,
}: {
  lane: Lane
  columns: readonly (Phase | 'all')[]
  loads: readonly Load[]
  columnOf: (load: Load) => Phase | 'all'
  edit: boolean
  onOpen: (load: Load) => void
}) {
  return (
    <>
      <Box px="14px" py="8px" borderTopWidth="1px" borderColor="rule">
        <Text fontWeight="600" fontSize="14px" lineHeight="1.2">
          {LANE_WORDS[lane]}
        </Text>
        <Text fontSize="12.5px" color="ink2">
          {formatQuantity(
            loads.reduce((sum, { powerW }) => sum + powerW, 0),
            'W',
            3,
          )}
        </Text>
      </Box>
      {columns.map((phase) => (
        <LaneCell
          key={phase}
          place={{ lane, phase }}
          loads={loads.filter((load) => columnOf(load) === phase)}
          edit={edit}
          onOpen={onOpen}
        />
      ))}
    </>
  )
}

function LaneCell({
  place,
  loads,
  edit,
  onOpen,
}: {
  place: LoadPlace
  loads: readonly Load[]
  edit: boolean
  onOpen: (load: Load) => void
}) {
  const { setNodeRef, isOver } = useDroppable({ id: placeId(place), disabled: !edit })
  return (
    <Flex
      ref={setNodeRef}
      data-lane={placeId(place)}
      wrap="wrap"
      gap="6px"
      alignContent="flex-start"
      p="7px"
      minH="48px"
      minW="0"
      borderTopWidth="1px"
      borderLeftWidth="1px"
      borderColor="rule"
      bg={isOver ? 'emberSoft' : undefined}
    >
      {loads.map((load) => (
        <LoadChip key={load.id} load={load} edit={edit} onOpen={() => onOpen(load)} />
      ))}
    </Flex>
  )
}

function LoadChip({ load, edit, onOpen }: { load: Load; edit: boolean; onOpen: () => void }) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: load.id, disabled: !edit })
  if (!edit) return <ChipFace load={load} />
  return (
    <chakra.button
      ref={setNodeRef}
      type="button"
      data-load={load.tag}
      {...attributes}
      {...listeners}
      onClick={onOpen}
      maxW="100%"
      opacity={isDragging ? 0.4 : 1}
      cursor="grab"
      textAlign="left"
      touchAction="manipulation"
      borderRadius="l1"
      _focusVisible={{ outlineWidth: '3px', outlineColor: 'focusRing' }}
    >
      <ChipFace load={load} />
    </chakra.button>
  )
}

const ChipFace = memo(function ChipFace({ load, lifted = false }: { load: Load; lifted?: boolean }) {
  return (
    <Flex
      as="span"
      display="inline-flex"
      maxW="100%"
      align="center"
      gap="4px"
      px="6px"
      minH="32px"
      bg="sheet"
      borderWidth="1px"
      borderColor={lifted ? 'ember' : 'rule2'}
      borderRadius="l1"
      fontSize="13.5px"
      lineHeight="1.2"
      boxShadow={lifted ? 'md' : undefined}
    >
      <chakra.span color="ink3" flex="none" lineHeight="0">
        <GripVertical size={13} aria-hidden />
      </chakra.span>
      <chakra.span overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
        {load.name}
      </chakra.span>
      <chakra.span color="ink2" flex="none">
        {formatQuantity(load.powerW, 'W', 2)}
      </chakra.span>
    </Flex>
  )
})

/** The same move without dragging: every lane, and every phase, as a button. */
function Placing({
  load,
  columns,
  onPut,
}: {
  load: Load
  columns: readonly (Phase | 'all')[]
  onPut: (place: LoadPlace) => void
}) {
  const lane = laneOf(load)
  return (
    <Flex direction="column" gap="14px">
      <Text color="ink2">
        {formatQuantity(load.powerW, 'W', 3)}, {Math.round(load.duty * 100)} % of the time.
      </Text>
      <Flex gap="8px" wrap="wrap">
        {LANES.map((to) => (
          <Button
            key={to}
            variant={to === lane ? 'chosen' : 'quiet'}
            aria-pressed={to === lane}
            onClick={() => onPut({ lane: to, phase: load.phase })}
          >
            {LANE_WORDS[to]}
          </Button>
        ))}
      </Flex>
      {columns.length > 1 && (
        <Flex gap="8px" wrap="wrap" align="center">
          <Text color="ink2">Phase</Text>
          {columns.map((phase) => (
            <Button
              key={phase}
              size="sm"
              variant={phase === load.phase ? 'chosen' : 'quiet'}
              aria-pressed={phase === load.phase}
              onClick={() => onPut({ lane, phase })}
            >
              {phase}
            </Button>
          ))}
        </Flex>
      )}
    </Flex>
  )
}
