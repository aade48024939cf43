import { SIZE } from './schematicPart'
import type { Ink } from '../../drawing/primitive'
import { type Body } from './partBody'

const SOURCE_SIGNS: Readonly<Record<string, string>> = {
  grid: '~',
  inverter: '=/~',
  generator: 'G',
  vehicle: 'EV',
  pv: 'PV',
}

export const drawSource: Body<'source'> = (pen, { source }, { y, middle }) => {
  const { state, graph } = pen
  const live = state.live.some(({ id }) => id === source.id)
  const follows =
    source.role === 'following' &&
    graph.phases.some((phase) => (state.energised.get(`${source.node} ${phase}`)?.length ?? 0) > 0)
  const ink: Ink = live ? (source.kind === 'grid' ? 'grid' : 'island') : 'ink2'
  const how = live
    ? 'holds a voltage'
    : source.role === 'following'
      ? follows
        ? 'follows the voltage that is there'
        : 'has nothing to follow and is off'
      : source.kind === 'grid'
        ? 'dead'
        : 'follows the street'
  const r = SIZE.source / 2 - 4
  return {
    title: `${source.name ?? source.id}: ${how}`,
    body: [
      {
        kind: 'circle',
        at: { x: middle, y: y + r },
        r,
        ink,
        width: live ? 2.4 : 1.4,
        fill: 'sheet',
        ...(live || follows ? {} : { dash: '3 3' }),
      },
      {
        kind: 'text',
        at: { x: middle, y: y + r + 4.5 },
        text: SOURCE_SIGNS[source.kind] ?? '?',
        size: SIZE.text,
        ink,
        anchor: 'middle',
        weight: 600,
        isSign: true,
      },
    ],
  }
}
