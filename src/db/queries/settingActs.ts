import { desc, eq } from 'drizzle-orm'
import type { SettingAct } from '@/core/settings/settingAct'
import type { Db } from '../client'
import { settingAct } from '../schema'

/** As many as a history shows; what is older stays in the record. */
const MOST_ACTS = 500

/** What was done about a job's settings, the latest first. */
export async function settingActsOf(db: Db, jobId: string): Promise<SettingAct[]> {
  const rows = await db
    .select()
    .from(settingAct)
    .where(eq(settingAct.jobId, jobId))
    .orderBy(desc(settingAct.madeAt))
    .limit(MOST_ACTS)
  return rows.map(({ id, kind, key, value, before, readBack, address, reason, byName, madeAt }) => ({
    id,
    kind,
    key,
    value,
    before,
    readBack,
    address,
    reason,
    byName,
    madeAt: new Date(madeAt).toISOString(),
  }))
}

export const addSettingActs = async (db: Db, rows: readonly (typeof settingAct.$inferInsert)[]): Promise<void> => {
  if (rows.length > 0) await db.insert(settingAct).values([...rows])
}
