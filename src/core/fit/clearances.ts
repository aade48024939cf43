/** An axis-aligned box on a wall, in millimetres: x to the right, y up from the floor, the point given is the lower left corner. */
export interface BoxOnWall {
  xMm: number
  yMm: number
  widthMm: number
  heightMm: number
}

/** Distances a unit wants free, in millimetres. */
export interface ClearMm {
  left: number
  right: number
  top: number
  bottom: number
}
export const SIDES = ['left', 'right', 'top', 'bottom'] as const satisfies readonly (keyof ClearMm)[]

export interface WallSize {
  widthMm: number
  ceilingMm: number
}

/** A unit whose place is judged; without a position nothing is said of it. */
export interface UnitToPlace {
  id: string
  xMm: number | null
  yMm: number | null
  widthMm: number
  heightMm: number
  clearMm: ClearMm
}

export interface PlacedUnit extends BoxOnWall {
  id: string
  clearMm: ClearMm
}

export interface WallObstacle extends BoxOnWall {
  id: string
  kind: string
}

export interface BackingBoard extends BoxOnWall {
  /** `null` when its material is not known. */
  nonCombustible: boolean | null
  marginMm: number
}

export interface ClearancesInput {
  wall: WallSize
  unit: UnitToPlace
  obstacles: readonly WallObstacle[]
  /** Extra distance by kind of obstacle, on every side. */
  kindClearMm: Readonly<Record<string, number>>
  otherUnits: readonly PlacedUnit[]
  /** `null`: not judged. */
  board: BackingBoard | null
  /** Displays and isolators by their height above the floor. */
  controls: readonly { id: string; heightMm: number }[]
  reachMm: { min: number; max: number }
}

export interface ClearanceViolation {
  /** `floor`, `ceiling`, `leftEnd`, `rightEnd`, or the obstacle's or unit's id. */
  with: string
  missingMm: number
}

export interface Clearances {
  violations: ClearanceViolation[] | null
  nearestLegal: { xMm: number; yMm: number } | null
  moveMm: number | null
  boardMissingMm: ClearMm | null
  boardVerdict: 'fits' | 'open' | 'exceeds' | null
  controlsOutside: string[] | null
  verdict: 'fits' | 'open' | 'exceeds'
}

/** Positions of a unit's lower left corner that are not allowed: the open inside of a rectangle. */
export interface ForbiddenRect {
  left: number
  right: number
  bottom: number
  top: number
}

/** Where a unit's lower left corner may stand: inside the limits (edges included) and in none of the rectangles (edges allowed). */
export interface LegalSpace {
  minX: number
  maxX: number
  minY: number
  maxY: number
  forbidden: ForbiddenRect[]
}

/** Millimetres below which two edges count as touching. */
const TOUCH_MM = 1e-9

const widened = (clear: ClearMm, by: number): ClearMm => ({
  left: Math.max(clear.left, by),
  right: Math.max(clear.right, by),
  top: Math.max(clear.top, by),
  bottom: Math.max(clear.bottom, by),
})

/** Smallest shift that frees a box grown by its distances from another box; 0 when they do not overlap. */
function shiftToFree(box: BoxOnWall, clear: ClearMm, other: BoxOnWall): number {
  const shifts = [
    box.xMm + box.widthMm + clear.right - other.xMm,
    other.xMm + other.widthMm - (box.xMm - clear.left),
    box.yMm + box.heightMm + clear.top - other.yMm,
    other.yMm + other.heightMm - (box.yMm - clear.bottom),
  ]
  return shifts.every((shift) => shift > TOUCH_MM) ? Math.min(...shifts) : 0
}

/** Corner positions at which a unit grown by its distances overlaps a box. */
const forbiddenBy = ({ widthMm, heightMm }: UnitToPlace, clear: ClearMm, other: BoxOnWall): ForbiddenRect => ({
  left: other.xMm - widthMm - clear.right,
  right: other.xMm + other.widthMm + clear.left,
  bottom: other.yMm - heightMm - clear.top,
  top: other.yMm + other.heightMm + clear.bottom,
})

/** The legal space of a unit on a wall: limits of the wall, obstacles and the other units with their own distances (F-1). */
export function legalSpace({
  wall,
  unit,
  obstacles,
  kindClearMm,
  otherUnits,
}: Pick<ClearancesInput, 'wall' | 'unit' | 'obstacles' | 'kindClearMm' | 'otherUnits'>): LegalSpace {
  const { clearMm, widthMm, heightMm } = unit
  return {
    minX: clearMm.left,
    maxX: wall.widthMm - widthMm - clearMm.right,
    minY: clearMm.bottom,
    maxY: wall.ceilingMm - heightMm - clearMm.top,
    forbidden: [
      ...obstacles.map((obstacle) => forbiddenBy(unit, widened(clearMm, kindClearMm[obstacle.kind] ?? 0), obstacle)),
      // the other's distances, seen from this unit, lie on the opposite sides
      ...otherUnits.flatMap((other) => [
        forbiddenBy(unit, clearMm, other),
        forbiddenBy(
          unit,
          {
            left: other.clearMm.right,
            right: other.clearMm.left,
            top: other.clearMm.bottom,
            bottom: other.clearMm.top,
          },
          other,
        ),
      ]),
    ],
  }
}

/** Whether a corner position lies in a legal space. */
export const isLegal = ({ minX, maxX, minY, maxY, forbidden }: LegalSpace, xMm: number, yMm: number): boolean =>
  xMm >= minX - TOUCH_MM &&
  xMm <= maxX + TOUCH_MM &&
  yMm >= minY - TOUCH_MM &&
  yMm <= maxY + TOUCH_MM &&
  !forbidden.some(
    ({ left, right, bottom, top }) =>
      xMm > left + TOUCH_MM && xMm < right - TOUCH_MM && yMm > bottom + TOUCH_MM && yMm < top - TOUCH_MM,
  )

/**
 * The legal position nearest to a point, found exactly: it lies on the point's own coordinates, a limit or an edge of a forbidden
 * rectangle. Ties: less height moved, then lower, then further left. `null` when there is none.
 */
export function nearestLegalPosition(
  space: LegalSpace,
  fromXMm: number,
  fromYMm: number,
): { xMm: number; yMm: number } | null {
  const inside = (values: number[], min: number, max: number) =>
    [...new Set(values)].filter((value) => value >= min - TOUCH_MM && value <= max + TOUCH_MM)
  const xs = inside(
    [fromXMm, space.minX, space.maxX, ...space.forbidden.flatMap(({ left, right }) => [left, right])],
    space.minX,
    space.maxX,
  )
  const ys = inside(
    [fromYMm, space.minY, space.maxY, ...space.forbidden.flatMap(({ bottom, top }) => [bottom, top])],
    space.minY,
    space.maxY,
  )
  const places = xs.flatMap((xMm) =>
    ys.map((yMm) => ({ xMm, yMm, away: Math.hypot(xMm - fromXMm, yMm - fromYMm), rise: Math.abs(yMm - fromYMm) })),
  )
  places.sort((a, b) => a.away - b.away || a.rise - b.rise || a.yMm - b.yMm || a.xMm - b.xMm)
  const found = places.find(({ xMm, yMm }) => isLegal(space, xMm, yMm))
  return found ? { xMm: found.xMm, yMm: found.yMm } : null
}

/** What is missing of a backing board on each side of a unit, in millimetres, and its verdict. */
export function boardBehind(
  unit: BoxOnWall,
  board: BackingBoard,
): { missingMm: ClearMm; verdict: 'fits' | 'open' | 'exceeds' } {
  const { marginMm, nonCombustible } = board
  const missingMm = {
    left: Math.max(0, board.xMm - (unit.xMm - marginMm)),
    right: Math.max(0, unit.xMm + unit.widthMm + marginMm - (board.xMm + board.widthMm)),
    top: Math.max(0, unit.yMm + unit.heightMm + marginMm - (board.yMm + board.heightMm)),
    bottom: Math.max(0, board.yMm - (unit.yMm - marginMm)),
  }
  const tooSmall = SIDES.some((side) => missingMm[side] > TOUCH_MM)
  return {
    missingMm,
    verdict: nonCombustible === false || tooSmall ? 'exceeds' : nonCombustible === null ? 'open' : 'fits',
  }
}

/**
 * F-1: clearances of one unit on a wall, all lengths in millimetres: each violated pair with what is missing, the nearest legal
 * position, the backing board behind it and the controls' reach. A unit without a position is Open; nothing is thrown for impossible walls.
 */
export function clearances(input: ClearancesInput): Clearances {
  const { wall, unit, obstacles, kindClearMm, otherUnits, board, controls, reachMm } = input
  const { xMm, yMm, widthMm, heightMm, clearMm } = unit
  if (xMm === null || yMm === null)
    return {
      violations: null,
      nearestLegal: null,
      moveMm: null,
      boardMissingMm: null,
      boardVerdict: null,
      controlsOutside: null,
      verdict: 'open',
    }
  const box = { xMm, yMm, widthMm, heightMm }
  const violations: ClearanceViolation[] = [
    { with: 'floor', missingMm: clearMm.bottom - yMm },
    { with: 'ceiling', missingMm: yMm + heightMm + clearMm.top - wall.ceilingMm },
    { with: 'leftEnd', missingMm: clearMm.left - xMm },
    { with: 'rightEnd', missingMm: xMm + widthMm + clearMm.right - wall.widthMm },
    ...obstacles.map((obstacle) => ({
      with: obstacle.id,
      missingMm: shiftToFree(box, widened(clearMm, kindClearMm[obstacle.kind] ?? 0), obstacle),
    })),
    ...otherUnits.map((other) => ({
      with: other.id,
      missingMm: Math.max(shiftToFree(box, clearMm, other), shiftToFree(other, other.clearMm, box)),
    })),
  ].filter(({ missingMm }) => missingMm > TOUCH_MM)
  const nearestLegal = nearestLegalPosition(legalSpace(input), xMm, yMm)
  const behind = board ? boardBehind(box, board) : null
  const controlsOutside = controls
    .filter(({ heightMm: height }) => height < reachMm.min || height > reachMm.max)
    .map(({ id }) => id)
  return {
    violations,
    nearestLegal,
    moveMm: nearestLegal ? Math.hypot(nearestLegal.xMm - xMm, nearestLegal.yMm - yMm) : null,
    boardMissingMm: behind?.missingMm ?? null,
    boardVerdict: behind?.verdict ?? null,
    controlsOutside,
    verdict:
      violations.length > 0 || behind?.verdict === 'exceeds' || controlsOutside.length > 0
        ? 'exceeds'
        : behind?.verdict === 'open'
          ? 'open'
          : 'fits',
  }
}
