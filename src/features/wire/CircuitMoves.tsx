'use client'
import { counted } from '@/core/quantity/counted'
import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import type { Circuit } from '@/core/installation/installation'
import { rulesOf } from '@/core/installation/rulesOf'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Phase } from '@/core/rules/rulePack'
import { MAIN_BOARD, boardDoors, hasMoved } from '@/core/wiring/boardDoors'
import { listedLoadW } from '@/core/wiring/listedLoad'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { usePrint } from '../print/usePrint'
import type { useCircuitMoves } from './useCircuitMoves'

type Moves = ReturnType<typeof useCircuitMoves>

function Choose({
  label,
  value,
  options,
  onChoose,
  width = '170px',
}: {
  label: string
  value: string
  options: Readonly<Record<string, string>>
  onChoose: (value: string) => void
  width?: string
}) {
  return (
    <NativeSelect.Root variant="outline" w={width} size="sm">
      <NativeSelect.Field aria-label={label} value={value} onChange={(event) => onChoose(event.target.value)}>
        {Object.entries(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}

/** Which board a circuit goes to, and on which phase. */
function WhereTo({ circuit, moves: { boards, move, moveTo } }: { circuit: Circuit; moves: Moves }) {
  const {
    record: { installation },
  } = useJob()
  const { phases } = rulesOf(installation)
  const { tag, boardTag, phase } = circuit
  return (
    <>
      <Choose
        label={`Board of ${tag}`}
        value={boardTag ?? MAIN_BOARD}
        options={boards}
        onChoose={(board) => void moveTo(circuit, board)}
      />
      {phases.length > 1 && (
        <Choose
          label={`Phase of ${tag}`}
          value={phase}
          options={Object.fromEntries([...phases, 'all'].map((one) => [one, one]))}
          onChoose={(one) => void move([{ circuit, change: { phase: one as Phase } }])}
          width="92px"
        />
      )}
    </>
  )
}

function CircuitRow({ circuit, moves, edit }: { circuit: Circuit; moves: Moves; edit: boolean }) {
  const {
    record: {
      installation: { loads },
    },
  } = useJob()
  const { tag, name, backedUp, foundBoardTag, foundPhase, phase } = circuit
  const loadW = listedLoadW(loads, tag)
  return (
    <Flex
      data-circuit={tag}
      px="14px"
      py="6px"
      gap="6px 10px"
      borderTopWidth="1px"
      borderColor="rule"
      fontSize="14px"
      align="center"
      wrap="wrap"
    >
      <Text fontFamily="mono" w="36px" color="ink2">
        {tag}
      </Text>
      <Text flex="1" minW="140px" overflowWrap="anywhere">
        {name}
        <Text as="span" color="ink2">
          , {loadW === null ? 'no load listed' : formatQuantity(loadW, 'W', 3)}
          {backedUp ? ', backed up' : ''}
        </Text>
      </Text>
      {hasMoved(circuit) && (
        <Text color="ember" fontWeight="600">
          from {moves.boardName(foundBoardTag ?? MAIN_BOARD)}
          {foundPhase && foundPhase !== phase ? ` ${foundPhase}` : ''}
        </Text>
      )}
      {edit && <WhereTo circuit={circuit} moves={moves} />}
    </Flex>
  )
}

/** Which circuit leaves which board for which, and the charts for the doors as a file. */
export function CircuitMoves({ moves }: { moves: Moves }) {
  const {
    record: { installation },
    may,
  } = useJob()
  const { circuits, name } = installation
  const movedCount = circuits.filter(hasMoved).length
  const edit = may('saveItem')
  const { failure, print } = usePrint('The moves stand here, and on the schematic.')
  const pdf = () =>
    print(`${name}, charts for the doors`, async (faces) => {
      const { doorPdf } = await import('./doorPdf')
      return doorPdf(faces, name, boardDoors(installation), rulesOf(installation).words.residualCurrentDeviceShort)
    })
  return (
    <TitledSheet
      title="Circuit moves"
      note={
        movedCount > 0
          ? `${movedCount} of ${counted(circuits.length, ['circuit', 'circuits'])} to move`
          : 'no circuit moves'
      }
      actions={
        <Button size="sm" disabled={circuits.length === 0} onClick={() => void pdf()}>
          <FileDown size={15} aria-hidden /> Charts for the doors
        </Button>
      }
    >
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {circuits.length === 0 && (
        <EmptyState title="No circuits yet">Add the circuits in the plan with the boards they are found on.</EmptyState>
      )}
      {circuits.map((circuit) => (
        <CircuitRow key={circuit.id} circuit={circuit} moves={moves} edit={edit} />
      ))}
    </TitledSheet>
  )
}
