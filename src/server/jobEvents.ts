import pg from 'pg'
import { faultOf, log } from './log'

/** Hears of evidence that was added: the ids of readings, or `null` for anything else and for more of them than one can be told. */
type Listener = (readings: readonly string[] | null) => void
const held = globalThis as {
  awlbrightListeners?: Map<string, Set<Listener>>
  awlbrightListening?: Promise<void> | null
  /** It listened before. */
  awlbrightListened?: boolean
}
const listeners: Map<string, Set<Listener>> = (held.awlbrightListeners ??= new Map())

/** One connection of this server listens for all its screens; it is made again when it breaks. */
async function listen(): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
  const again = () => {
    held.awlbrightListening = null
    void client.end().catch(() => {})
    if (listeners.size > 0) setTimeout(ensureListening, 1000)
  }
  client.on('notification', ({ payload }) => {
    const [jobId = '', ids] = (payload ?? '').split(' ')
    listeners.get(jobId)?.forEach((tell) => tell(ids?.split(',') ?? null))
  })
  client.on('error', again)
  try {
    await client.connect()
    await client.query('listen awlbright_job')
    // what was told while nobody listened is not told again: every screen looks for itself
    if (held.awlbrightListened) for (const tellers of listeners.values()) for (const tell of tellers) tell(null)
    held.awlbrightListened = true
  } catch (error) {
    log.warn(faultOf(error), 'not listening for evidence')
    again()
  }
}

function ensureListening(): void {
  held.awlbrightListening ??= listen()
}

/** Until this server hears of evidence: what is asked of the database after it misses nothing. */
export const listening = (): Promise<void> => held.awlbrightListening ?? Promise.resolve()

/** Calls `tell` whenever evidence is added to a job, on whichever server; answers with the way to stop. */
export function onJobEvidence(jobId: string, tell: Listener): () => void {
  const own = listeners.get(jobId) ?? new Set<Listener>()
  own.add(tell)
  listeners.set(jobId, own)
  ensureListening()
  return () => {
    own.delete(tell)
    if (own.size === 0) listeners.delete(jobId)
  }
}
