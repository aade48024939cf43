import type { Load } from '../../installation/installation'

/** Loads that stand in one room; `null` for those of which nobody said where. */
export interface RoomOfLoads {
  room: string | null
  loads: Load[]
}

/**
 * Loads by the room they stand in, as somebody walks through the house: rooms in the order in which the list first names them, and last what has no
 * room. A room is the same however it is written large or small.
 *
 * @example loadsByRoom([fridge, router, oven]).map(({ room }) => room) // ['Kitchen', 'Hall']
 */
export function loadsByRoom(loads: readonly Load[]): RoomOfLoads[] {
  const rooms = new Map<string, RoomOfLoads>()
  for (const load of loads) {
    const name = load.room?.trim() ?? ''
    const key = name.toLowerCase()
    const room = rooms.get(key) ?? { room: name === '' ? null : name, loads: [] }
    rooms.set(key, room)
    room.loads.push(load)
  }
  return [...rooms.values()].sort((a, b) => Number(a.room === null) - Number(b.room === null))
}
