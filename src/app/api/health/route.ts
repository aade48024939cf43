import { appDatabase } from '@/db/client'

export const dynamic = 'force-dynamic'

/** Says what was checked: 200 when all of it holds, 503 when the database is away. */
export async function GET(): Promise<Response> {
  const started = performance.now()
  try {
    await appDatabase().pool.query('select count(*) from job')
    return Response.json({
      ok: true,
      checks: { web: 'up', database: 'answers', databaseMs: Math.round(performance.now() - started) },
    })
  } catch {
    return Response.json({ ok: false, checks: { web: 'up', database: 'away' } }, { status: 503 })
  }
}
