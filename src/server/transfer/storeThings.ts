import { and, eq } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { FitItem } from '@/core/installation/fit'
import type { SurveyItem } from '@/core/installation/survey'
import type { FieldIssue } from '@/core/result'
import type { RulePackId } from '@/core/rules/rulePack'
import type { Db } from '@/db/client'
import { cableRun, circuit, component, electrode, fitItem, load, plannedSetting, surveyItem } from '@/db/schema'
import { type Thing, type ThingList, type ThingMerge, nameOfThing } from '@/jobFile/merge/mergeThings'
import { ITEM_LISTS } from '@/jobFile/readThings'
import { fitContradiction } from '@/schemas/fit'
import { type ItemKind, contradiction } from '@/schemas/items'
import { surveyContradiction } from '@/schemas/survey'
import { Problem } from '../problem'

const TABLES = {
  loads: load,
  components: component,
  circuits: circuit,
  runs: cableRun,
  electrodes: electrode,
  settings: plannedSetting,
  survey: surveyItem,
  fit: fitItem,
} as const satisfies Record<ThingList, PgTable>

const ITEM_KINDS: Readonly<Partial<Record<ThingList, ItemKind>>> = Object.fromEntries(ITEM_LISTS)

function contradictionOf(list: ThingList, thing: Thing, packId: RulePackId): FieldIssue | null {
  const kind = ITEM_KINDS[list]
  if (kind) return contradiction(kind, thing as never, packId)
  const { kind: own, detail } = thing as SurveyItem | FitItem
  return list === 'fit'
    ? fitContradiction(own as FitItem['kind'], detail as never)
    : surveyContradiction(detail as never, packId)
}

/** @throws Problem 422 with everything that its own form would refuse */
export function refuseContradictions(merges: readonly ThingMerge[], packId: RulePackId): void {
  const issues = merges.flatMap(({ list, fresh, differ }) =>
    [...fresh, ...differ.map(({ thing }) => thing)].flatMap((thing) => {
      const issue = contradictionOf(list, thing, packId)
      return issue ? [{ path: `${list}.${nameOfThing(thing)}.${issue.path}`, message: issue.message }] : []
    }),
  )
  if (issues.length > 0)
    throw new Problem(422, 'Things in the file contradict themselves. Nothing was stored.', issues.slice(0, 50))
}

/** Adds what is new of the plan's things; with `take` those that differ become what the file says. What has no place keeps it. */
export async function storeThings(
  db: Db,
  jobId: string,
  merges: readonly ThingMerge[],
  { take, libraryRevisions }: { take: boolean; libraryRevisions: ReadonlySet<string> },
): Promise<void> {
  const rowOf = (thing: Thing) => {
    const { libraryRevisionId, ...row } = { ...thing, jobId } as Record<string, unknown>
    if (libraryRevisionId === undefined) return row
    return { ...row, libraryRevisionId: libraryRevisions.has(String(libraryRevisionId)) ? libraryRevisionId : null }
  }
  for (const { list, fresh, differ } of merges) {
    const table = TABLES[list]
    if (fresh.length > 0) await db.insert(table).values(fresh.map(rowOf) as never)
    if (!take) continue
    for (const { thing } of differ)
      await db
        .update(table)
        .set(rowOf(thing) as never)
        .where(and(eq(table.id, thing.id), eq(table.jobId, jobId)))
  }
}
