import pg from 'pg'
import { whileAwake } from './whileAwake'

type Done = (error?: Error | boolean) => void
type Told = (error: Error | undefined, client: pg.PoolClient | undefined, done: Done) => void

/** How the driver says that its patience is at an end: for a connection that is in use, and for one that is being made. */
const PATIENCE_ENDED = /timeout exceeded when trying to connect|terminated due to connection timeout|timeout expired/i

/** Whether an error of the driver says that its patience for a connection ended, which is no word about the database. */
export const isImpatience = (error: unknown): boolean => error instanceof Error && PATIENCE_ENDED.test(error.message)

/** A pool whose patience is that of a process at work: time in which it stood still does not count. */
export class PatientPool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>
  override connect(told: Told): void
  override connect(told?: Told): Promise<pg.PoolClient> | void {
    const asked = whileAwake(this.options.connectionTimeoutMillis ?? 0, isImpatience, () => super.connect())
    if (!told) return asked
    asked.then(
      (client) => told(undefined, client, (error) => client.release(error)),
      (error: Error) => told(error, undefined, () => {}),
    )
  }
}
