'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { useState } from 'react'
import { leakageLimitMa } from '@/core/earthing/standingLeakage'
import { type ResidualDevice, residualDeviceName } from '@/core/installation/residualDevices'
import { atMost } from '@/core/quantity/tolerance'
import { ChipBody, DragChip } from '@/ui/DragChip'
import { useJob } from '../job/JobContext'
import { type CircuitLeakage, countedMa, onTypicalFigures, milliamps } from './leakageInput'

/** The lane that gives a circuit a device of its own. */
export const OWN_DEVICE = ''

interface LeakageLanesProps {
  devices: readonly ResidualDevice[]
  leakages: readonly CircuitLeakage[]
  edit: boolean
  /** Puts a circuit behind the device of this tag, or behind one of its own. */
  move: (circuitTag: string, target: string) => void
}

/** Every device as a lane, filled by what leaks through it, with its circuits to be carried to another: by hand, by touch or by keys. */
export function LeakageLanes({ devices, leakages, edit, move }: LeakageLanesProps) {
  const [inHand, setInHand] = useState<string | null>(null)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 160, tolerance: 8 } }),
    useSensor(KeyboardSensor),
  )
  const end = ({ active, over }: DragEndEvent) => {
    setInHand(null)
    const from = leakages.find(({ circuit }) => circuit.tag === active.id)
    const target = over?.id
    if (from && typeof target === 'string' && target !== laneId(from.device.tag))
      move(from.circuit.tag, tagOfLane(target))
  }
  const lifted = leakages.find(({ circuit }) => circuit.tag === inHand)
  return (
    <DndContext
      id="leakage-lanes"
      sensors={sensors}
      onDragStart={({ active }) => setInHand(String(active.id))}
      onDragEnd={end}
      onDragCancel={() => setInHand(null)}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `Circuit ${active.id} taken up.`,
          onDragOver: ({ active, over }) =>
            over ? `Circuit ${active.id} over ${laneWords(String(over.id))}.` : `Circuit ${active.id} over no device.`,
          onDragEnd: ({ active, over }) =>
            over ? `Circuit ${active.id} put behind ${laneWords(String(over.id))}.` : `Circuit ${active.id} put back.`,
          onDragCancel: ({ active }) => `Circuit ${active.id} put back.`,
        },
      }}
    >
      {devices.map((device) => (
        <DeviceLane
          key={device.tag}
          device={device}
          own={leakages.filter((one) => one.device.tag === device.tag)}
          edit={edit}
        />
      ))}
      {edit && <OwnDeviceLane />}
      <DragOverlay dropAnimation={null}>{lifted && <ChipFace leakage={lifted} lifted />}</DragOverlay>
    </DndContext>
  )
}

const LANE = 'lane:'
const laneId = (tag: string) => LANE + tag
const tagOfLane = (id: string) => id.slice(LANE.length)
const laneWords = (id: string) => (id === laneId(OWN_DEVICE) ? 'a device of its own' : `device ${tagOfLane(id)}`)

function DeviceLane({ device, own, edit }: { device: ResidualDevice; own: readonly CircuitLeakage[]; edit: boolean }) {
  const {
    bench: {
      context: {
        pack: { limits },
      },
    },
  } = useJob()
  const { setNodeRef, isOver } = useDroppable({ id: laneId(device.tag), disabled: !edit })
  const sumMa = own.reduce((sum, one) => sum + (countedMa(one) ?? 0), 0)
  const limitMa = leakageLimitMa(device.iDeltaNMa, limits.leakageReturnFactor.value, limits)
  const unknown = own.some((one) => countedMa(one) === null)
  const over = !atMost(sumMa, limitMa)
  const assumed = onTypicalFigures(own).length > 0
  return (
    <Lane innerRef={setNodeRef} isOver={isOver} id={device.tag}>
      <Box>
        <Text fontWeight="600" fontSize="14px" lineHeight="1.25">
          {device.shared ? `device ${device.tag}` : residualDeviceName(device)}
        </Text>
        <Bar share={sumMa / limitMa} over={over} />
        <Text fontSize="12.5px" color={over ? 'stop' : 'ink2'}>
          {`${unknown ? 'at least ' : ''}${assumed ? 'about ' : ''}${milliamps(sumMa)} of ${milliamps(limitMa)}`}
          {over && (assumed ? ': it may trip when the street returns' : ': it trips when the street returns')}
        </Text>
      </Box>
      <Chips own={own} edit={edit} />
    </Lane>
  )
}

function OwnDeviceLane() {
  const { setNodeRef, isOver } = useDroppable({ id: laneId(OWN_DEVICE) })
  return (
    <Lane innerRef={setNodeRef} isOver={isOver} id={OWN_DEVICE}>
      <Text fontSize="14px" color="ink2">
        a device of its own
      </Text>
      <Text fontSize="13px" color="ink3">
        Carry a circuit here to give it one.
      </Text>
    </Lane>
  )
}

interface LaneProps {
  innerRef: (element: HTMLElement | null) => void
  isOver: boolean
  id: string
  children: React.ReactNode
}

const Lane = ({ innerRef, isOver, id, children }: LaneProps) => (
  <chakra.div
    ref={innerRef}
    data-lane={id}
    display="grid"
    gridTemplateColumns={{ base: '1fr', sm: '212px minmax(0, 1fr)' }}
    gap="6px 14px"
    px="14px"
    py="8px"
    minH="52px"
    borderTopWidth="1px"
    borderColor="rule"
    bg={isOver ? 'emberSoft' : undefined}
  >
    {children}
  </chakra.div>
)

const Bar = ({ share, over }: { share: number; over: boolean }) => (
  <Box h="7px" my="4px" bg="sheet2" borderWidth="1px" borderColor="rule2" aria-hidden>
    <Box h="100%" w={`${100 * Math.min(1, share)}%`} bg={over ? 'stop' : 'ink2'} />
  </Box>
)

const Chips = ({ own, edit }: { own: readonly CircuitLeakage[]; edit: boolean }) => (
  <Flex wrap="wrap" gap="6px" alignContent="flex-start">
    {own.map((leakage) =>
      edit ? (
        <CircuitChip key={leakage.circuit.id} leakage={leakage} />
      ) : (
        <ChipFace key={leakage.circuit.id} leakage={leakage} />
      ),
    )}
  </Flex>
)

const CircuitChip = ({ leakage }: { leakage: CircuitLeakage }) => (
  <DragChip id={leakage.circuit.tag} data={{ 'data-circuit': leakage.circuit.tag }}>
    <ChipFace leakage={leakage} />
  </DragChip>
)

/** A circuit with what leaks on it; a typical figure is marked as about, and one that is missing as not known. */
function ChipFace({ leakage, lifted }: { leakage: CircuitLeakage; lifted?: boolean }) {
  const { circuit, clampedMa, typical } = leakage
  const figure =
    clampedMa !== null
      ? milliamps(clampedMa)
      : typical.totalMa !== null
        ? `about ${milliamps(typical.totalMa)}`
        : 'not known'
  return (
    <ChipBody
      name={`${circuit.tag} ${circuit.name}${circuit.safety ? ' · safety' : ''}`}
      figure={figure}
      lifted={lifted}
      assumed={clampedMa === null}
      marked={circuit.safety === true}
    />
  )
}
