import type { BackupMain, Installation, Load } from '../installation/installation'
import { type SurveyDetails, itemsOf } from '../installation/survey'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { type ImportCapacity, importCapacity } from './importCapacity'
import { likelyPeakW, markOfFigures } from './planMarks'

/** On which main the backup sits, in words. */
export const BACKUP_MAIN_WORDS: Readonly<Record<BackupMain, string>> = {
  main1: 'the first main',
  main2: 'the second main',
  both: 'both, a gateway for each',
}

export const MAIN_KEYS = ['main1', 'main2'] as const
/** One of the two mains of a split service. */
export type MainKey = (typeof MAIN_KEYS)[number]

/** One main of a split service: its own rating, and what hangs on it. */
export interface ServiceMain {
  key: MainKey
  ratingA: number | null
  /** Names of its boards. */
  boards: string[]
  loads: Load[]
  peakW: number | null
  /** P-1 with its own rating and its own loads. */
  capacity: ImportCapacity
  /** Whether the backup sits on it; `null` while nobody has said. */
  backedUp: boolean | null
}

export interface ServiceMains {
  mains: ServiceMain[]
  /** Loads of which nobody knows on which main they hang: as long as there is one, no main is said to fit. */
  unplaced: Load[]
  verdict: PlanMark
}

/** The main that feeds a board, along the boards it is fed from; `null` where that is not known, or goes in a circle. */
function mainOfBoard({ survey }: Installation, boardTag: string | null): MainKey | null {
  const boards = itemsOf(survey, 'board')
  const seen = new Set<string>()
  let tag = boardTag
  while (tag !== null && !seen.has(tag)) {
    seen.add(tag)
    const board = boards.find((one) => one.tag === tag)
    if (!board) return null
    const { fedFrom, fedFromTag = null }: SurveyDetails['board'] = board.detail
    if (fedFrom !== 'otherBoard') return fedFrom
    tag = fedFromTag
  }
  return null
}

/**
 * The main that a load hangs on, by its circuit's board.
 *
 * @returns `null` while its circuit, its board or what feeds that is not known
 */
export function mainOfLoad(installation: Installation, { circuitTag }: Pick<Load, 'circuitTag'>): MainKey | null {
  const circuit = installation.circuits.find(({ tag }) => tag === circuitTag)
  return mainOfBoard(installation, circuit?.boardTag ?? null)
}

/**
 * P-1 for a split service: each main with its own rating against the likely peak of its own loads, never summed. What is declared as the demand of
 * the whole service says nothing of one main, and does not count.
 *
 * @returns `null` where there is one main
 * @example mainsOf(installation)?.mains.map(({ key, capacity }) => [key, capacity.verdict]) // [['main1', 'fits'], ['main2', 'exceeds']]
 */
export function mainsOf(installation: Installation): ServiceMains | null {
  const { supply, loads, packId, survey } = installation
  if (supply.secondMainA === null) return null
  const placed = loads.map((load) => ({ load, main: mainOfLoad(installation, load) }))
  const unplaced = placed.filter(({ main }) => main === null).map(({ load }) => load)
  const backupMain = supply.backupMain ?? null
  const mains = MAIN_KEYS.map((key): ServiceMain => {
    const own = placed.filter(({ main }) => main === key).map(({ load }) => load)
    const ratingA = key === 'main1' ? supply.ratingA : supply.secondMainA
    const peakW = likelyPeakW(own)
    const asked = importCapacity({
      pack: packId,
      ratingA,
      powerFactor: supply.powerFactor,
      maximumDemandKva: peakW === null ? null : peakW / 1000 / (supply.powerFactor || 1),
    })
    const mark = markOfFigures(asked.verdict, own)
    return {
      key,
      ratingA,
      boards: itemsOf(survey, 'board')
        .filter(({ tag }) => mainOfBoard(installation, tag) === key)
        .map(({ name }) => name),
      loads: own,
      peakW,
      // what is not placed could hang on either: more would only make it worse
      capacity: { ...asked, verdict: mark !== 'exceeds' && unplaced.length > 0 ? 'open' : mark },
      backedUp: backupMain === null ? null : backupMain === 'both' || backupMain === key,
    }
  })
  return { mains, unplaced, verdict: worstPlanMark(mains.map(({ capacity }) => capacity.verdict)) }
}

/**
 * The main that limits what the battery is charged with: the one the backup sits on, or the smaller while that is not said or it sits on both.
 *
 * @returns `null` where its rating is not known
 * @example chargingMainA(installation) // 40
 */
export function chargingMainA({ supply }: Pick<Installation, 'supply'>): number | null {
  const { ratingA, secondMainA, backupMain = null } = supply
  if (secondMainA === null || backupMain === 'main1') return ratingA
  if (backupMain === 'main2') return secondMainA
  return ratingA === null ? null : Math.min(ratingA, secondMainA)
}
