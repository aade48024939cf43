import { type Bench } from '../../evidence/bench'
import { isConfirmedAsBuilt } from '../../evidence/families/switchPositions'
import type { Installation } from '../../installation/installation'
import { boardDoors } from '../../wiring/boardDoors'
import { runLabels } from '../../wiring/runLabels'
import type { Label } from './label'
import { warningLabels } from './warningLabels'

const boardLabels = (installation: Installation): Label[] =>
  boardDoors(installation).map(({ tag, name, rows }) => ({
    id: `board ${tag}`,
    kind: 'board',
    at: name,
    head: name,
    lines: [`${rows.length} circuit${rows.length === 1 ? '' : 's'}. Chart inside the door.`],
    heldBecause: null,
  }))

const deviceLabels = ({ components }: Installation): Label[] =>
  components.map(({ tag, name, model }) => ({
    id: `device ${tag}`,
    kind: 'device',
    at: name,
    head: `${tag.toUpperCase()} ${name}`,
    lines: model.trim() ? [model] : [],
    heldBecause: null,
  }))

const cableLabels = (installation: Installation): Label[] =>
  installation.runs.flatMap((run) =>
    runLabels(run, installation).map(({ runTag, end, at, lines: [head = '', ...lines] }): Label => ({
      id: `run ${runTag} ${end}`,
      kind: 'run',
      at,
      head,
      lines,
      heldBecause: null,
    })),
  )

/** Every label that the house needs: warnings in the region's words, switch positions, boards, units, and both ends of each cable. */
export function jobLabels({ context }: Pick<Bench, 'context'>): Label[] {
  const { installation } = context
  return [
    ...warningLabels(installation, isConfirmedAsBuilt(context)),
    ...boardLabels(installation),
    ...deviceLabels(installation),
    ...cableLabels(installation),
  ]
}
