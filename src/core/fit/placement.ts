import {
  type ClearMm,
  type LegalSpace,
  type PlacedUnit,
  type WallObstacle,
  type WallSize,
  isLegal,
  legalSpace,
  nearestLegalPosition,
} from './clearances'

export const ENTRY_SIDES = ['left', 'right', 'top', 'bottom'] as const
/** Side of a unit on which its cables come in. */
export type EntrySide = (typeof ENTRY_SIDES)[number]

/** A unit to be placed by itself. */
export interface UnitToPropose {
  id: string
  widthMm: number
  heightMm: number
  clearMm: ClearMm
  entrySide: EntrySide
  /** Heights of its displays and isolators above its lower edge. */
  controlsMm: readonly number[]
  /** Space kept free for a later stack, grown to the right or upwards; it belongs to the unit while places are looked for. */
  reserveMm: { right: number; top: number }
  /** Stands on the floor on feet: its lower edge may not leave the lowest legal height. */
  onFeet: boolean
  /** Height of its terminals above its lower edge, for the flood level. */
  terminalMm: number | null
}

export interface ProposalInput {
  wall: WallSize
  units: readonly UnitToPropose[]
  obstacles: readonly WallObstacle[]
  kindClearMm: Readonly<Record<string, number>>
  reachMm: { min: number; max: number }
  /** Where the cables come to the wall: trunking is reckoned from here. */
  cableEntry: { xMm: number; yMm: number }
  /** Highest flood above the floor; terminals stay above it. */
  floodMm: number | null
}

export interface Proposal {
  places: { id: string; xMm: number; yMm: number }[]
  /** Trunking along right angles from the cable entry through the units, in millimetres. */
  trunkingMm: number
}

export type ProposalResult = { ok: true; value: Proposal } | { ok: false; blocked: string; why: string }

interface Standing extends PlacedUnit {
  unit: UnitToPropose
}

/** Where the cables enter a unit that stands at a place. */
export function entryPoint(
  { widthMm, heightMm, entrySide }: Pick<UnitToPropose, 'widthMm' | 'heightMm' | 'entrySide'>,
  xMm: number,
  yMm: number,
): { xMm: number; yMm: number } {
  switch (entrySide) {
    case 'left':
      return { xMm, yMm: yMm + heightMm / 2 }
    case 'right':
      return { xMm: xMm + widthMm, yMm: yMm + heightMm / 2 }
    case 'top':
      return { xMm: xMm + widthMm / 2, yMm: yMm + heightMm }
    case 'bottom':
      return { xMm: xMm + widthMm / 2, yMm }
  }
}

const alongWall = (a: { xMm: number; yMm: number }, b: { xMm: number; yMm: number }) =>
  Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm)

/** Legal space of a unit with its reserve, among others that already stand; narrowed to what its controls, feet and terminals allow. */
function spaceOf(
  unit: UnitToPropose,
  standing: readonly Standing[],
  { wall, obstacles, kindClearMm, reachMm, floodMm }: ProposalInput,
): LegalSpace {
  const { widthMm, heightMm, reserveMm, clearMm, controlsMm, onFeet, terminalMm } = unit
  const space = legalSpace({
    wall,
    unit: {
      id: unit.id,
      xMm: null,
      yMm: null,
      widthMm: widthMm + reserveMm.right,
      heightMm: heightMm + reserveMm.top,
      clearMm,
    },
    obstacles,
    kindClearMm,
    otherUnits: standing,
  })
  const lowest = Math.max(
    space.minY,
    ...controlsMm.map((height) => reachMm.min - height),
    floodMm !== null && terminalMm !== null ? floodMm - terminalMm : -Infinity,
  )
  const highest = Math.min(
    space.maxY,
    onFeet ? Math.max(0, clearMm.bottom) : Infinity,
    ...controlsMm.map((height) => reachMm.max - height),
  )
  return { ...space, minY: lowest, maxY: highest }
}

/** The legal place of a unit from which its trunking to a point is shortest; the exact best among edges, limits and the point's own lines. */
function bestPlace(
  unit: UnitToPropose,
  from: { xMm: number; yMm: number },
  space: LegalSpace,
): { xMm: number; yMm: number; lengthMm: number } | null {
  if (space.maxX < space.minX || space.maxY < space.minY) return null
  const offset = entryPoint(unit, 0, 0)
  const [wantX, wantY] = [from.xMm - offset.xMm, from.yMm - offset.yMm]
  const within = (values: number[], min: number, max: number) => [
    ...new Set(values.filter((value) => value >= min && value <= max)),
  ]
  const xs = within(
    [wantX, space.minX, space.maxX, ...space.forbidden.flatMap(({ left, right }) => [left, right])],
    space.minX,
    space.maxX,
  )
  const ys = within(
    [wantY, space.minY, space.maxY, ...space.forbidden.flatMap(({ bottom, top }) => [bottom, top])],
    space.minY,
    space.maxY,
  )
  let best: { xMm: number; yMm: number; lengthMm: number } | null = null
  for (const xMm of xs)
    for (const yMm of ys) {
      const lengthMm = Math.abs(xMm - wantX) + Math.abs(yMm - wantY)
      if ((best === null || lengthMm < best.lengthMm - 1e-9) && isLegal(space, xMm, yMm)) best = { xMm, yMm, lengthMm }
    }
  return best
}

const stand = (unit: UnitToPropose, xMm: number, yMm: number): Standing => ({
  id: unit.id,
  unit,
  xMm,
  yMm,
  widthMm: unit.widthMm + unit.reserveMm.right,
  heightMm: unit.heightMm + unit.reserveMm.top,
  clearMm: unit.clearMm,
})

/** Length of the trunking from the cable entry through the units in their order. */
function trunking(standing: readonly Standing[], cableEntry: { xMm: number; yMm: number }): number {
  let [at, sum] = [cableEntry, 0]
  for (const { unit, xMm, yMm } of standing) {
    const next = entryPoint(unit, xMm, yMm)
    sum += alongWall(at, next)
    at = next
  }
  return sum
}

/** Most orders of the units that are tried; six units have 720. */
const MOST_ORDERS = 720
const ROUNDS = 4

function ordersOf<T>(items: readonly T[], most: number): T[][] {
  const orders: T[][] = []
  const grow = (head: T[], rest: readonly T[]) => {
    if (orders.length >= most) return
    if (rest.length === 0) orders.push(head)
    rest.forEach((item, k) => grow([...head, item], [...rest.slice(0, k), ...rest.slice(k + 1)]))
  }
  grow([], items)
  return orders
}

/**
 * Places a set of units on a wall: every place honours the clearances, the reach of the controls, the flood level and the space reserved
 * for a later stack; of the orders tried the one with the shortest trunking from the cable entry through the units is taken, each unit
 * then moved to its best place among the others. Fails with the unit that finds no place and why. Lengths in millimetres.
 */
export function proposePlaces(input: ProposalInput): ProposalResult {
  const alone = input.units.find((unit) => {
    const space = spaceOf(unit, [], input)
    return bestPlace(unit, input.cableEntry, space) === null
  })
  if (alone) return { ok: false, blocked: alone.id, why: whyNoPlace(alone, input) }
  let best: Standing[] | null = null
  let bestMm = Infinity
  for (const order of ordersOf(input.units, MOST_ORDERS)) {
    const standing: Standing[] = []
    let at = input.cableEntry
    for (const unit of order) {
      const place = bestPlace(unit, at, spaceOf(unit, standing, input))
      if (!place) break
      standing.push(stand(unit, place.xMm, place.yMm))
      at = entryPoint(unit, place.xMm, place.yMm)
    }
    if (standing.length < order.length) continue
    const lengthMm = trunking(standing, input.cableEntry)
    if (lengthMm < bestMm - 1e-9) [best, bestMm] = [standing, lengthMm]
  }
  if (best === null)
    return {
      ok: false,
      blocked: input.units.map(({ id }) => id).join(', '),
      why: 'Each has a place alone, but not all of them beside each other. Take a second wall, or less space for the extension.',
    }
  let standing = best
  for (let round = 0; round < ROUNDS; round++) {
    for (let k = 0; k < standing.length; k++) {
      const own = standing[k] as Standing
      const others = standing.filter((_, j) => j !== k)
      const before =
        k > 0
          ? entryPoint(
              (standing[k - 1] as Standing).unit,
              (standing[k - 1] as Standing).xMm,
              (standing[k - 1] as Standing).yMm,
            )
          : input.cableEntry
      const after = standing[k + 1]
        ? entryPoint(
            (standing[k + 1] as Standing).unit,
            (standing[k + 1] as Standing).xMm,
            (standing[k + 1] as Standing).yMm,
          )
        : null
      for (const towards of after ? [before, after] : [before]) {
        const place = bestPlace(own.unit, towards, spaceOf(own.unit, others, input))
        if (!place) continue
        const moved = standing.with(k, stand(own.unit, place.xMm, place.yMm))
        if (trunking(moved, input.cableEntry) < trunking(standing, input.cableEntry) - 1e-9) standing = moved
      }
    }
  }
  return {
    ok: true,
    value: {
      places: input.units.map(({ id }) => {
        const { xMm, yMm } = standing.find((one) => one.id === id) as Standing
        return { id, xMm, yMm }
      }),
      trunkingMm: trunking(standing, input.cableEntry),
    },
  }
}

function whyNoPlace(unit: UnitToPropose, input: ProposalInput): string {
  const bare = legalSpace({ ...input, unit: { ...unit, xMm: null, yMm: null }, otherUnits: [] })
  if (bare.maxX < bare.minX)
    return `With its clearances it needs ${unit.widthMm + unit.clearMm.left + unit.clearMm.right} mm of width; the wall has ${input.wall.widthMm} mm.`
  if (bare.maxY < bare.minY)
    return `With its clearances it needs ${unit.heightMm + unit.clearMm.top + unit.clearMm.bottom} mm of height; there are ${input.wall.ceilingMm} mm.`
  if (!nearestLegalPosition(bare, 0, 0)) return 'Obstacles and their clearances leave no place for it.'
  const space = spaceOf(unit, [], input)
  if (space.maxY < space.minY)
    return 'Its controls, feet and terminals cannot all be where they have to be: within reach, on the floor, above the flood level.'
  return 'With the space reserved for its extension no place is left. Reserve less, or on the other side.'
}
