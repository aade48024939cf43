'use client'
import { Grid } from '@chakra-ui/react'
import { rulesOf } from '@/core/installation/rulesOf'
import { type BoardDoor, MAIN_BOARD, boardDoors } from '@/core/wiring/boardDoors'
import { boardWays } from '@/core/wiring/boardWays'
import { listedLoadW } from '@/core/wiring/listedLoad'
import { sharedPhases } from '@/core/wiring/sharedPhases'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { ChargerSides } from './ChargerSides'
import { CircuitMoves } from './CircuitMoves'
import { Door } from './DoorChart'
import { useCircuitMoves } from './useCircuitMoves'

type Moves = ReturnType<typeof useCircuitMoves>

/** The chart of one board's door, with its circuits shared out over the phases where there are several. */
function BoardChart({ door, move }: { door: BoardDoor; move: Moves['move'] }) {
  const {
    record: { installation },
    may,
  } = useJob()
  const { circuits, loads } = installation
  const { phases } = rulesOf(installation)
  const onBoard = circuits.filter(({ boardTag }) => (boardTag ?? MAIN_BOARD) === door.tag)
  const shared = phases.length > 1 ? sharedPhases(onBoard, ({ tag }) => listedLoadW(loads, tag), phases) : null
  const changes = shared?.kind === 'shared' ? shared.changes : []
  const moves = changes.flatMap(({ tag, phase }) => {
    const circuit = circuits.find((one) => one.tag === tag)
    return circuit ? [{ circuit, change: { phase } }] : []
  })
  return (
    <Door
      door={door}
      ways={boardWays(installation).find(({ tag }) => tag === door.tag) ?? null}
      phases={phases}
      shared={shared}
      onShare={may('saveItem') && moves.length > 0 ? () => void move(moves) : undefined}
    />
  )
}

/** W-8 and W-6: which circuit leaves which board for which, on which phase, with the charts for the doors; and the charger's side. */
export function BoardsView() {
  const {
    record: { installation },
  } = useJob()
  const moves = useCircuitMoves()
  const doors = boardDoors(installation)
  return (
    <>
      {moves.refusal && <Notice kind="error">{moves.refusal}</Notice>}
      <CircuitMoves moves={moves} />
      <Grid templateColumns={{ base: '1fr', lg: doors.length > 1 ? '1fr 1fr' : '1fr' }} gap="12px" alignItems="start">
        {doors.map((door) => (
          <BoardChart key={door.tag} door={door} move={moves.move} />
        ))}
      </Grid>
      <ChargerSides />
    </>
  )
}
