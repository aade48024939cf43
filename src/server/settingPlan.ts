import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { PlannedSetting } from '@/core/installation/installation'
import type { Db } from '@/db/client'
import { addSettingActs } from '@/db/queries/settingActs'
import { plannedSetting } from '@/db/schema'
import { type Actor, signedBy } from './access'

type Planned = Pick<PlannedSetting, 'key' | 'value' | 'why'>

/** A setting as it is planned before it is changed; `null` for a new one. */
export async function plannedBefore(db: Db, itemId: string): Promise<Planned | null> {
  const [row] = await db
    .select({ key: plannedSetting.key, value: plannedSetting.value, why: plannedSetting.why })
    .from(plannedSetting)
    .where(eq(plannedSetting.id, itemId))
  return row ?? null
}

const actOf = (actor: Actor, jobId: string) => ({
  id: uuidv7(),
  jobId,
  readBack: null,
  address: null,
  madeBy: actor.userId,
  ...signedBy(actor),
})

/** Keeps who planned which value, and why. A setting that stays as it was is no line of its history. */
export async function tellOfPlan(
  db: Db,
  actor: Actor,
  jobId: string,
  { key, value, why }: Planned,
  before: Planned | null,
): Promise<void> {
  const same = before?.key === key
  if (same && before.value === value && before.why === why) return
  await addSettingActs(db, [
    { ...actOf(actor, jobId), kind: 'planned', key, value, before: same ? before.value : null, reason: why },
  ])
}

export const tellOfRemoval = (db: Db, actor: Actor, jobId: string, { key, value }: Planned): Promise<void> =>
  addSettingActs(db, [{ ...actOf(actor, jobId), kind: 'removed', key, value: null, before: value, reason: null }])
