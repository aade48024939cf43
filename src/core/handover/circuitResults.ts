import { belongsTo } from '../evidence/families'
import { disconnection } from '../evidence/families/disconnection'
import { deadCircuit } from '../evidence/families/deadTests'
import { rcdGrid, rcdIsland } from '../evidence/families/rcdTimes'
import { circuitTorque } from '../evidence/families/terminalTorque'
import type { Bench } from '../evidence/bench'
import type { PointFamily } from '../evidence/family'
import { residualDevices } from '../installation/residualDevices'
import type { Verdict } from '../rules/verdict'

/** What a schedule of results shows of a circuit, in its columns' order. */
export const RESULT_COLUMNS = ['dead', 'terminals', 'street', 'island', 'disconnection'] as const
export type ResultColumn = (typeof RESULT_COLUMNS)[number]

/** A result as a schedule has it; `null` where the circuit is not asked for it. */
export type CircuitResult = { verdict: Verdict; value: string | null } | null

export interface CircuitRow {
  tag: string
  name: string
  boardTag: string | null
  way: number | null
  protection: string
  backedUp: boolean
  results: Readonly<Record<ResultColumn, CircuitResult>>
}

const FAMILIES: Readonly<Record<ResultColumn, Pick<PointFamily, 'id'>>> = {
  dead: deadCircuit,
  terminals: circuitTorque,
  street: rcdGrid,
  island: rcdIsland,
  disconnection,
}

/** The schedule of results: every circuit with what was shown of it, dead, on the street and in island mode; what it shares with others is shown with each. */
export function circuitResults({ points, judgements, context: { installation } }: Bench): CircuitRow[] {
  const devices = residualDevices(installation)
  return installation.circuits.map((circuit) => {
    const device = devices.find(({ circuits }) => circuits.some(({ tag }) => tag === circuit.tag))
    const subjects: readonly string[] = [circuit.tag, ...(device ? [device.tag] : [])]
    const result = (column: ResultColumn): CircuitResult => {
      const point = points.find((one) => belongsTo(one, FAMILIES[column]) && subjects.includes(one.subject))
      const judgement = point && judgements.get(point.key)
      return judgement ? { verdict: judgement.verdict, value: judgement.value } : null
    }
    const rating = circuit.breakerA === null ? null : `${circuit.curve ?? ''}${circuit.breakerA} A`
    const residual = circuit.iDeltaNMa === null ? null : `${circuit.iDeltaNMa} mA`
    return {
      tag: circuit.tag,
      name: circuit.name,
      boardTag: circuit.boardTag,
      way: circuit.way,
      protection: [rating, residual].filter(Boolean).join(', ') || 'not stated',
      backedUp: circuit.backedUp,
      results: Object.fromEntries(RESULT_COLUMNS.map((column) => [column, result(column)])) as CircuitRow['results'],
    }
  })
}
