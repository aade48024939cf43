'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { Circuit } from '@/core/installation/installation'
import { itemsOf } from '@/core/installation/survey'
import { MAIN_BOARD, boardDoors, boardNameOf } from '@/core/wiring/boardDoors'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'

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

/** One circuit, and what of it changes. */
export interface CircuitMove {
  circuit: Circuit
  change: Partial<Pick<Circuit, 'boardTag' | 'phase'>>
}

/** Where it was found is written down the first time it moves. */
const found = ({ foundBoardTag, boardTag, foundPhase, phase }: Circuit) => ({
  foundBoardTag: foundBoardTag ?? boardTag ?? MAIN_BOARD,
  foundPhase: foundPhase ?? phase,
})

/** What was moved before something was refused, in words. */
function movedWords(moved: readonly CircuitMove[]): string {
  if (moved.length === 0) return 'Nothing was moved.'
  return `Moved before it: ${moved.map(({ circuit: { tag } }) => tag).join(', ')}. The others stand where they stood.`
}

/** Moves circuits between boards and phases; what was refused is told, with what was moved before. */
export function useCircuitMoves() {
  const {
    record: { installation },
    may,
    carryOut,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const { jobId, survey } = installation
  const boardName = boardNameOf(installation)
  const surveyed = itemsOf(survey, 'board').map(({ tag }) => tag)
  const main = surveyed.includes(MAIN_BOARD) ? [] : [MAIN_BOARD]
  const boardTags = [...new Set([...main, ...surveyed, ...boardDoors(installation).map(({ tag }) => tag)])]
  const offersNew = may('saveSurveyItem') && !boardTags.includes(ESSENTIALS)
  const boards: Readonly<Record<string, string>> = {
    ...Object.fromEntries(boardTags.map((tag) => [tag, boardName(tag)])),
    ...(offersNew && { [ESSENTIALS]: 'a new essentials board' }),
  }
  /** Carries steps out in turn, and stops at the first that is refused. */
  const inTurn = async (moves: readonly CircuitMove[], steps: readonly (() => Promise<unknown>)[]) => {
    setRefusal(null)
    let done = 0
    try {
      for (const step of steps) {
        await step()
        done++
      }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setRefusal(`${error.message} ${movedWords(moves.slice(0, Math.max(0, done - (steps.length - moves.length))))}`)
    }
  }
  const stepOf =
    ({ circuit, change }: CircuitMove) =>
    () => {
      const { id, jobId: _job, ...fields } = circuit as Circuit & { jobId?: string }
      return carryOut('saveItem', {
        jobId,
        kind: 'circuit',
        itemId: id,
        fields: { ...fields, ...found(circuit), ...change },
      })
    }
  const addBoard = (tag: string) => () => {
    const fields = { tag, name: 'Essentials board', sort: surveyed.length, ...UNKNOWN_BOARD }
    return carryOut('saveSurveyItem', { jobId, kind: 'board', itemId: uuidv7(), fields })
  }
  const move = (moves: readonly CircuitMove[]) => inTurn(moves, moves.map(stepOf))
  /** A board exists before something is moved to it: a new one is on the survey first, with nothing known of it. */
  const moveTo = (circuit: Circuit, tag: string) => {
    const moves = [{ circuit, change: { boardTag: tag } }]
    const steps = moves.map(stepOf)
    return inTurn(moves, boardTags.includes(tag) ? steps : [addBoard(tag), ...steps])
  }
  return { boards, boardName, move, moveTo, refusal }
}
