import { SIZE } from './schematicPart'
import type { Primitive } from '../../drawing/primitive'
import { drawContact } from './deviceContact'
import { type Body } from './partBody'

export const drawDevice: Body<'device'> = (
  pen,
  { deviceId, name, symbol, isManual, contacts, height },
  { y, middle },
) => {
  const { state, graph } = pen
  const device = graph.devices.find(({ id }) => id === deviceId)
  const body: Primitive[] = []
  const [first, last] = [contacts[0]?.y ?? 0, contacts.at(-1)?.y ?? 0]
  // what moves by itself is framed, and contacts that move together are joined
  if (!isManual)
    body.push({
      kind: 'rect',
      at: { x: middle - SIZE.contact / 2 + 2, y: y + 1 },
      width: SIZE.contact - 4,
      height: height - 2,
      ink: 'ink2',
      stroke: 0.8,
      dash: '3 3',
    })
  if (contacts.length > 1)
    body.push({
      kind: 'line',
      points: [
        { x: middle + 2, y: y + first - 2 },
        { x: middle + 2, y: y + last - 6 },
      ],
      ink: 'ink2',
      width: 1,
      dash: '2 3',
    })
  const standing =
    device?.kind === 'manual'
      ? (device.positions.find(({ closes }) => {
          const own = contacts.filter(({ edge }) => state.closed.has(edge.id))
          return closes.every((id) => state.closed.has(id)) && own.every(({ edge }) => closes.includes(edge.id))
        })?.name ?? '')
      : state.closedAutos.has(deviceId)
        ? 'closed'
        : 'open'
  return {
    body: [
      ...body,
      ...contacts.flatMap((contact) => drawContact(pen, contact.edge, symbol, { x: middle, y: y + contact.y })),
    ],
    title: `${name}, at ${standing}${isManual ? '. Click to move it' : ', moves by itself'}`,
  }
}
