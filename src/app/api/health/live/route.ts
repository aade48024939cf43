export const dynamic = 'force-dynamic'

/** Whether this process answers at all, whatever became of the database: one that does not is started again. */
export const GET = (): Response => Response.json({ ok: true, checks: { web: 'up' } })
