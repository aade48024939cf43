import type { Bench } from '../../evidence/bench'
import { isConfirmedAsBuilt } from '../../evidence/families/switchPositions'
import { boardDoors } from '../../wiring/boardDoors'

/** One thing that belongs into the pocket at the board. */
export interface PocketItem {
  label: string
  /** Why it cannot be put in yet; `null` for one that can. */
  heldBecause: string | null
}

const item = (label: string, heldBecause: string | null = null): PocketItem => ({ label, heldBecause })

/** What belongs into the document pocket of this house, and what of it is not ready yet. */
export function documentPocket({ context }: Pick<Bench, 'context'>, packCount: number): PocketItem[] {
  const { installation } = context
  const unread = (tag: string) =>
    boardDoors(installation)
      .find((door) => door.tag === tag)
      ?.rows.some(({ way }) => way === null)
  return [
    item('What-to-do card'),
    item('Single-line schematic', isConfirmedAsBuilt(context) ? null : 'Nobody has confirmed the wiring as built.'),
    ...boardDoors(installation).map(({ tag, name, rows }) =>
      item(
        `Chart for the door of ${name}`,
        rows.length > 0 && unread(tag) ? 'The way of a circuit has not been read off the board.' : null,
      ),
    ),
    item('Report of the sealed pack, and the household’s link', packCount > 0 ? null : 'No pack is sealed yet.'),
    ...installation.components.map(({ name, model }) => item(`Maker’s manual: ${name}, ${model}`)),
    item('Keys of locks and isolators, and who has the others'),
    item('Whom to call: crew and network operator'),
  ]
}
