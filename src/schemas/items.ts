import type { Schema } from 'yup'
import { COPPER_OHM_PER_KM, sizeSystemOf } from '@/core/rules/conductors'
import { RULE_PACKS } from '@/core/rules/packs'
import type { Phase, RulePack, RulePackId } from '@/core/rules/rulePack'
import type { FieldIssue } from '@/core/result'
import { ITEM_FIELDS, ITEM_KINDS, type ItemKind } from './itemFields'
import { madeOnDemand } from './madeOnDemand'
import { fieldsSchema } from './thing'

export { ITEM_KINDS, type ItemKind }

/** What each kind of thing in a plan takes, from its one field list: the same on the form, on the server, in a table and in a file. */
export const ITEM_SCHEMAS = madeOnDemand(ITEM_KINDS, (kind) => fieldsSchema(ITEM_FIELDS[kind])) as unknown as Readonly<
  Record<ItemKind, Schema<Record<string, unknown>>>
>

type Fields = Readonly<Record<string, unknown>>
type Rule = (fields: Fields, pack: RulePack) => FieldIssue | null

/** A phase that the job's supply has not got. */
const phaseOf =
  (path: string): Rule =>
  ({ [path]: phase }, { phases }) =>
    phase == null || phase === 'all' || phases.includes(phase as Phase)
      ? null
      : { path, message: `This supply has no ${String(phase)}.` }

const staysOnWithoutBackup: Rule = ({ mustStayOn, backedUp }) =>
  mustStayOn === true && backedUp === false
    ? { path: 'mustStayOn', message: 'A load that must stay on has to be backed up.' }
    : null

const turnedOffThoughKept: Rule = ({ turnOffFirst, mustStayOn, backedUp }) =>
  turnOffFirst === true && (mustStayOn === true || backedUp === false)
    ? {
        path: 'turnOffFirst',
        message: 'Only a load that is backed up and need not stay on can be turned off first.',
      }
    : null

const curveOfRegion: Rule = ({ curve }, { breakerCurves }) => {
  if (curve == null || breakerCurves.includes(String(curve))) return null
  return {
    path: 'curve',
    message:
      breakerCurves.length > 0
        ? `Curve is ${breakerCurves.join(', ')}.`
        : 'Devices of this region have no curve letter.',
  }
}

const sizeInTable: Rule = ({ size }, { id }) => {
  const table = COPPER_OHM_PER_KM[sizeSystemOf(id)]
  return Object.hasOwn(table, String(size))
    ? null
    : {
        path: 'size',
        message: `Size “${String(size)}” is not in the table; it takes ${Object.keys(table).join(', ')}.`,
      }
}

/** What the fields of a thing must be to each other and to the job's pack, whatever each of them may be by itself. */
const RULES: Readonly<Record<ItemKind, readonly Rule[]>> = {
  load: [phaseOf('phase'), staysOnWithoutBackup, turnedOffThoughKept],
  component: [],
  circuit: [phaseOf('phase'), phaseOf('foundPhase'), curveOfRegion],
  run: [sizeInTable],
  electrode: [],
  setting: [],
}

/** What contradicts itself in a thing, or contradicts the job's own family: a phase it lacks, a cable size of the other system. */
export function contradiction(kind: ItemKind, fields: Fields, packId: RulePackId): FieldIssue | null {
  for (const rule of RULES[kind]) {
    const issue = rule(fields, RULE_PACKS[packId])
    if (issue) return issue
  }
  return null
}
