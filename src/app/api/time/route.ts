export const dynamic = 'force-dynamic'

/** The server's clock, for phones that are held against one another: the same for everybody, and it says nothing else. */
export const GET = (): Response => Response.json({ nowMs: Date.now() }, { headers: { 'cache-control': 'no-store' } })
