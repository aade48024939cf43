import { type FitItem, fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import {
  type Clearances,
  type PlacedUnit,
  type WallObstacle,
  boardBehind,
  clearances,
  legalSpace,
  nearestLegalPosition,
} from './clearances'
import { type TemplateUnit, parseHoles } from './drillTemplate'
import { type Exposure, exposure } from './exposure'
import { KIND_CLEAR_MM, REACH_MM, clearKind } from './keepClear'
import { type Level, level } from './level'
import { type ProposalInput, type ProposalResult, type UnitToPropose, proposePlaces } from './placement'

/** Something on a wall that cannot be, and what to change. */
export interface WallFault {
  id: string
  tag: string
  message: string
}

/** One unit on its wall with what is to be said of it. */
export interface JudgedUnit {
  item: FitItem<'unit'>
  clearances: Clearances
  exposure: Exposure
  feet: FitItem<'foot'>[]
  level: Level | null
}

export interface JudgedWall {
  wall: FitItem<'wall'>
  obstacles: FitItem<'obstacle'>[]
  boards: FitItem<'board'>[]
  units: JudgedUnit[]
  faults: WallFault[]
}

/** A door that opens flat against the wall takes its own width beside it. */
function boxesOf({ tag, detail }: FitItem<'obstacle'>): WallObstacle[] {
  const { xMm, yMm, widthMm, heightMm, swing } = detail
  const own: WallObstacle = { id: tag, kind: clearKind(detail), xMm, yMm, widthMm, heightMm }
  if (swing === 'none') return [own]
  return [own, { ...own, id: `${tag}, opened`, kind: 'swing', xMm: swing === 'left' ? xMm - widthMm : xMm + widthMm }]
}

const clearOf = ({
  clearLeftMm: left,
  clearRightMm: right,
  clearTopMm: top,
  clearBottomMm: bottom,
}: FitItem<'unit'>['detail']) => ({ left, right, top, bottom })

/** A unit with the space kept for its later stack: that space is judged like the unit itself. */
const grown = ({ tag, detail }: FitItem<'unit'>) => ({
  id: tag,
  xMm: detail.xMm,
  yMm: detail.yMm,
  widthMm: detail.widthMm + detail.reserveRightMm,
  heightMm: detail.heightMm + detail.reserveTopMm,
  clearMm: clearOf(detail),
})

const isPlaced = (unit: ReturnType<typeof grown>): unit is ReturnType<typeof grown> & PlacedUnit =>
  unit.xMm !== null && unit.yMm !== null

/** The board behind a unit: the one that reaches furthest behind it. */
function boardOf(unit: FitItem<'unit'>, boards: readonly FitItem<'board'>[]): FitItem<'board'> | null {
  const { xMm, yMm, widthMm, heightMm } = unit.detail
  if (xMm === null || yMm === null) return null
  const missing = (board: FitItem<'board'>) =>
    Object.values(boardBehind({ xMm, yMm, widthMm, heightMm }, board.detail).missingMm).reduce((sum, mm) => sum + mm, 0)
  const behind = boards.filter(
    ({ detail }) =>
      detail.xMm < xMm + widthMm &&
      detail.xMm + detail.widthMm > xMm &&
      detail.yMm < yMm + heightMm &&
      detail.yMm + detail.heightMm > yMm,
  )
  return behind.sort((a, b) => missing(a) - missing(b))[0] ?? null
}

/** A board that reaches floor, ceiling or an end of the wall lacks nothing beyond it. */
function toTheEdges(
  board: FitItem<'board'>['detail'],
  { widthMm, ceilingMm }: FitItem<'wall'>['detail'],
): FitItem<'board'>['detail'] {
  const { xMm, yMm, marginMm } = board
  const [right, top] = [xMm + board.widthMm, yMm + board.heightMm]
  const left = xMm <= 0 ? xMm - marginMm : xMm
  const bottom = yMm <= 0 ? yMm - marginMm : yMm
  return {
    ...board,
    xMm: left,
    yMm: bottom,
    widthMm: (right >= widthMm ? right + marginMm : right) - left,
    heightMm: (top >= ceilingMm ? top + marginMm : top) - bottom,
  }
}

/** Every wall of a job with its units judged (F-1, F-2, F-4), and what on it cannot be. */
export function wallsOfInstallation({ fit, site }: Pick<Installation, 'fit' | 'site'>): JudgedWall[] {
  return fitOf(fit, 'wall').map((wall) => {
    const on = <K extends 'obstacle' | 'board' | 'unit'>(kind: K) =>
      fitOf(fit, kind).filter((item) => item.detail.wallTag === wall.tag)
    const [obstacles, boards, units] = [on('obstacle'), on('board'), on('unit')]
    const { widthMm, ceilingMm, place, floodMm } = wall.detail
    const boxes = obstacles.flatMap(boxesOf)
    const judged = units.map((item): JudgedUnit => {
      const { detail, tag } = item
      const { yMm, displayMm, isolatorMm, terminalMm } = detail
      const others = units
        .filter((other) => other !== item)
        .map(grown)
        .filter(isPlaced)
      const board = boardOf(item, boards)
      const own = clearances({
        wall: { widthMm, ceilingMm },
        unit: grown(item),
        obstacles: boxes,
        kindClearMm: KIND_CLEAR_MM,
        otherUnits: others,
        board: null,
        reachMm: REACH_MM,
        controls:
          yMm === null
            ? []
            : [
                ...(displayMm === null ? [] : [{ id: 'display', heightMm: yMm + displayMm }]),
                ...(isolatorMm === null ? [] : [{ id: 'isolator', heightMm: yMm + isolatorMm }]),
              ],
      })
      // the board lies behind the unit itself, not behind the space kept for later
      const behind =
        board && detail.xMm !== null && yMm !== null
          ? boardBehind(
              { xMm: detail.xMm, yMm, widthMm: detail.widthMm, heightMm: detail.heightMm },
              toTheEdges(board.detail, wall.detail),
            )
          : null
      const feet = fitOf(fit, 'foot').filter((foot) => foot.detail.unitTag === tag)
      return {
        item,
        feet,
        level:
          feet.length > 0
            ? level(
                feet.map((foot) => ({
                  id: foot.tag,
                  xMm: foot.detail.xMm,
                  yMm: foot.detail.yMm,
                  heightMm: foot.detail.heightMm,
                })),
              )
            : null,
        clearances:
          own.violations === null
            ? own
            : {
                ...own,
                boardMissingMm: behind?.missingMm ?? null,
                boardVerdict: behind?.verdict ?? 'open',
                verdict:
                  own.verdict === 'exceeds' || behind?.verdict === 'exceeds'
                    ? 'exceeds'
                    : behind?.verdict === 'fits'
                      ? own.verdict
                      : 'open',
              },
        exposure: exposure({
          place,
          shoreKm: site.shoreKm,
          minTempC: site.minTempC,
          maxTempC: site.maxTempC,
          floodMm,
          terminalMm: yMm === null || terminalMm === null ? null : yMm + terminalMm,
          declared: [
            {
              minShoreKm: detail.minShoreKm,
              ipCode: detail.ipCode,
              minTempC: detail.minTempC,
              maxTempC: detail.maxTempC,
            },
            { minShoreKm: detail.minShoreKm2, ipCode: detail.ipCode2, minTempC: null, maxTempC: null },
          ],
        }),
      }
    })
    return { wall, obstacles, boards, units: judged, faults: faultsOf(wall, [...obstacles, ...boards], units) }
  })
}

/** What lies outside its wall or cannot fit it whatever its place. */
function faultsOf(
  { detail: { widthMm, ceilingMm } }: FitItem<'wall'>,
  drawn: readonly FitItem<'obstacle' | 'board'>[],
  units: readonly FitItem<'unit'>[],
): WallFault[] {
  const faults: WallFault[] = []
  for (const { id, tag, name, detail } of drawn) {
    if (detail.xMm >= widthMm || detail.yMm >= ceilingMm)
      faults.push({
        id,
        tag,
        message: `${name} lies beyond the wall of ${widthMm} × ${ceilingMm} mm. Correct its place, or the wall.`,
      })
    else if (detail.xMm + detail.widthMm > widthMm || detail.yMm + detail.heightMm > ceilingMm)
      faults.push({
        id,
        tag,
        message: `${name} reaches ${Math.max(detail.xMm + detail.widthMm - widthMm, detail.yMm + detail.heightMm - ceilingMm)} mm beyond the wall. Correct its size, or the wall.`,
      })
  }
  for (const { id, tag, name, detail } of units)
    if (detail.widthMm > widthMm || detail.heightMm > ceilingMm)
      faults.push({ id, tag, message: `${name} is larger than the wall of ${widthMm} × ${ceilingMm} mm.` })
  return faults
}

/** Units and obstacles that stand on a wall which is not there. */
export function strandedOf({ fit }: Pick<Installation, 'fit'>): FitItem<'unit' | 'obstacle' | 'board'>[] {
  const walls = new Set(fitOf(fit, 'wall').map(({ tag }) => tag))
  return [...fitOf(fit, 'unit'), ...fitOf(fit, 'obstacle'), ...fitOf(fit, 'board')].filter(
    ({ detail }) => !walls.has(detail.wallTag),
  )
}

/** Places proposed for all units of a wall, or the unit in the way and why. */
export function proposalFor({
  wall,
  obstacles,
  units,
}: Pick<JudgedWall, 'wall' | 'obstacles' | 'units'>): ProposalResult {
  const { widthMm, ceilingMm, floodMm, entryXMm, entryYMm } = wall.detail
  const input: ProposalInput = {
    wall: { widthMm, ceilingMm },
    obstacles: obstacles.flatMap(boxesOf),
    kindClearMm: KIND_CLEAR_MM,
    reachMm: REACH_MM,
    cableEntry: { xMm: entryXMm, yMm: entryYMm },
    floodMm,
    units: units.map(({ item: { tag, detail } }): UnitToPropose => ({
      id: tag,
      widthMm: detail.widthMm,
      heightMm: detail.heightMm,
      clearMm: clearOf(detail),
      entrySide: detail.entrySide,
      controlsMm: [detail.displayMm, detail.isolatorMm].filter((height) => height !== null),
      reserveMm: { right: detail.reserveRightMm, top: detail.reserveTopMm },
      onFeet: detail.carriedBy === 'feet',
      terminalMm: detail.terminalMm,
    })),
  }
  return proposePlaces(input)
}

/** A first place for a unit that has none: the legal one nearest to where the cables arrive, at working height unless it stands on feet. `null` when there is none. */
export function firstPlace(
  { wall: { detail: wall }, obstacles, units }: Pick<JudgedWall, 'wall' | 'obstacles' | 'units'>,
  tag: string,
): { xMm: number; yMm: number } | null {
  const own = units.find(({ item }) => item.tag === tag)
  if (!own) return null
  const others = units
    .filter((unit) => unit !== own)
    .map(({ item }) => grown(item))
    .filter(isPlaced)
  const space = legalSpace({
    wall: { widthMm: wall.widthMm, ceilingMm: wall.ceilingMm },
    unit: grown(own.item),
    obstacles: obstacles.flatMap(boxesOf),
    kindClearMm: KIND_CLEAR_MM,
    otherUnits: others,
  })
  return nearestLegalPosition(
    space,
    wall.entryXMm,
    own.item.detail.carriedBy === 'feet' ? 0 : Math.max(wall.entryYMm, REACH_MM.min),
  )
}

/** Units of a wall with their holes, as the template wants them; units without a place are left out. */
export const templateUnits = ({ units }: Pick<JudgedWall, 'units'>): TemplateUnit[] =>
  units.flatMap(({ item: { tag, name, detail } }) =>
    detail.xMm === null || detail.yMm === null
      ? []
      : [
          {
            id: tag,
            name,
            xMm: detail.xMm,
            yMm: detail.yMm,
            widthMm: detail.widthMm,
            heightMm: detail.heightMm,
            holes: parseHoles(detail.holes ?? '').holes,
          },
        ],
  )
