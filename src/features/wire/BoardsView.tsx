'use client'
import { Flex, Grid, NativeSelect, Text } from '@chakra-ui/react'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import type { Circuit } from '@/core/installation/installation'
import { itemsOf } from '@/core/installation/survey'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { rulesOf } from '@/core/installation/rulesOf'
import type { Phase } from '@/core/rules/rulePack'
import { type BoardDoor, MAIN_BOARD, boardDoors, hasMoved, boardNameOf } from '@/core/wiring/boardDoors'
import { boardWays } from '@/core/wiring/boardWays'
import { sharedPhases } from '@/core/wiring/sharedPhases'
import { v7 as uuidv7 } from 'uuid'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { downloadBytes } from '../survey/download'
import { Door } from './DoorChart'
import { ChargerSides } from './ChargerSides'

const ESSENTIALS = 'essentials'
/** A board of which nobody has read anything yet. */
const UNKNOWN_BOARD = {
  mainA: null,
  busbarA: null,
  sourcesAtFarEnd: null,
  fedFrom: 'main1',
  fedFromTag: null,
  metalOutdoors: null,
  ways: null,
  bendingMm: null,
  terminalSize: null,
}

/** W-8 and W-6: which circuit leaves which board for which, on which phase, with the charts for the doors; and the charger's side. */
export function BoardsView() {
  const {
    record: { installation },
    may,
    carryOut,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const doors = boardDoors(installation)
  const ways = boardWays(installation)
  const pack = rulesOf(installation)
  const edit = may('saveItem')
  const loadOf = (circuit: Circuit) =>
    installation.loads
      .filter(({ circuitTag }) => circuitTag === circuit.tag)
      .reduce((sum, { powerW }) => sum + powerW, 0)
  const move = async (changes: readonly { circuit: Circuit; change: Partial<Circuit> }[]) => {
    setRefusal(null)
    try {
      for (const { circuit, change } of changes) {
        const { id, jobId: _job, ...fields } = circuit as Circuit & { jobId?: string }
        // where it was found is written down the first time it moves
        const found = {
          foundBoardTag: circuit.foundBoardTag ?? circuit.boardTag ?? MAIN_BOARD,
          foundPhase: circuit.foundPhase ?? circuit.phase,
        }
        await carryOut('saveItem', {
          jobId: installation.jobId,
          kind: 'circuit',
          itemId: id,
          fields: { ...fields, ...found, ...change },
        })
      }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setRefusal(error.message)
    }
  }
  const pdf = async () => {
    const { doorPdf } = await import('./doorPdf')
    downloadBytes(
      `${installation.name}, charts for the doors.pdf`,
      await doorPdf(installation.name, doors),
      'application/pdf',
    )
  }
  const listedW = (circuit: Circuit) =>
    installation.loads.some(({ circuitTag }) => circuitTag === circuit.tag) ? loadOf(circuit) : null
  const share = (door: BoardDoor) =>
    sharedPhases(
      installation.circuits.filter(({ boardTag }) => (boardTag ?? MAIN_BOARD) === door.tag),
      listedW,
      pack.phases,
    )
  const boardName = boardNameOf(installation)
  const surveyed = itemsOf(installation.survey, 'board').map(({ tag }) => tag)
  const boardTags = [
    ...new Set([...(surveyed.includes(MAIN_BOARD) ? [] : [MAIN_BOARD]), ...surveyed, ...doors.map(({ tag }) => tag)]),
  ]
  const boards = {
    ...Object.fromEntries(boardTags.map((tag) => [tag, boardName(tag)])),
    ...(may('saveSurveyItem') && !boardTags.includes(ESSENTIALS) ? { [ESSENTIALS]: 'a new essentials board' } : {}),
  }
  /** A board exists before something is moved to it: a new one is on the survey first, with nothing known of it. */
  const moveTo = async (circuit: Circuit, tag: string) => {
    if (!boardTags.includes(tag)) {
      setRefusal(null)
      try {
        const fields = { tag, name: 'Essentials board', sort: surveyed.length, ...UNKNOWN_BOARD }
        await carryOut('saveSurveyItem', { jobId: installation.jobId, kind: 'board', itemId: uuidv7(), fields })
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error
        return setRefusal(error.message)
      }
    }
    await move([{ circuit, change: { boardTag: tag } }])
  }
  const moved = installation.circuits.filter(hasMoved)
  return (
    <>
      {refusal && <Notice kind="error">{refusal} Nothing was moved.</Notice>}
      <TitledSheet
        title="Circuit moves"
        note={
          moved.length > 0 ? `${moved.length} of ${installation.circuits.length} circuits move` : 'no circuit moves'
        }
        actions={
          <Button size="sm" disabled={installation.circuits.length === 0} onClick={() => void pdf()}>
            <FileDown size={15} aria-hidden /> Charts for the doors
          </Button>
        }
      >
        {installation.circuits.length === 0 && (
          <EmptyState title="No circuits yet">
            Add the circuits in the plan with the boards they are found on.
          </EmptyState>
        )}
        {installation.circuits.map((circuit) => (
          <Flex
            key={circuit.id}
            data-circuit={circuit.tag}
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
              {circuit.tag}
            </Text>
            <Text flex="1" minW="140px" overflowWrap="anywhere">
              {circuit.name}
              <Text as="span" color="ink2">
                , {formatQuantity(loadOf(circuit), 'W', 3)}
                {circuit.backedUp ? ', backed up' : ''}
              </Text>
            </Text>
            {hasMoved(circuit) && (
              <Text color="ember" fontWeight="600">
                from {boardName(circuit.foundBoardTag ?? MAIN_BOARD)}
                {circuit.foundPhase && circuit.foundPhase !== circuit.phase ? ` ${circuit.foundPhase}` : ''}
              </Text>
            )}
            {edit && (
              <Choose
                label={`Board of ${circuit.tag}`}
                value={circuit.boardTag ?? MAIN_BOARD}
                options={boards}
                onChoose={(tag) => void moveTo(circuit, tag)}
              />
            )}
            {edit && pack.phases.length > 1 && (
              <Choose
                label={`Phase of ${circuit.tag}`}
                value={circuit.phase}
                options={Object.fromEntries([...pack.phases, 'all'].map((phase) => [phase, phase]))}
                onChoose={(phase) => void move([{ circuit, change: { phase: phase as Phase } }])}
                width="92px"
              />
            )}
          </Flex>
        ))}
      </TitledSheet>
      <Grid templateColumns={{ base: '1fr', lg: doors.length > 1 ? '1fr 1fr' : '1fr' }} gap="12px" alignItems="start">
        {doors.map((door) => {
          const shared = pack.phases.length > 1 ? share(door) : null
          return (
            <Door
              key={door.tag}
              door={door}
              ways={ways.find(({ tag }) => tag === door.tag) ?? null}
              phases={pack.phases}
              shared={shared}
              onShare={
                edit && shared?.kind === 'shared' && shared.changes.length > 0
                  ? () =>
                      void move(
                        shared.changes.flatMap(({ tag, phase }) => {
                          const circuit = installation.circuits.find((one) => one.tag === tag)
                          return circuit ? [{ circuit, change: { phase } }] : []
                        }),
                      )
                  : undefined
              }
            />
          )
        })}
      </Grid>
      <ChargerSides />
    </>
  )
}

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
