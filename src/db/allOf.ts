import { PgTransaction } from 'drizzle-orm/pg-core'
import type { Db } from './client'

type Asked = () => PromiseLike<unknown>
type Answers<T extends readonly Asked[]> = { [K in keyof T]: Awaited<ReturnType<T[K]>> }

/**
 * The answers of several queries: asked at once of the pool, one after the other within a transaction, whose one connection takes one at a time.
 *
 * @example const [loads, circuits] = await allOf(db, [() => db.select().from(load), () => db.select().from(circuit)])
 */
export async function allOf<const T extends readonly Asked[]>(db: Db, asked: T): Promise<Answers<T>> {
  if (!(db instanceof PgTransaction)) return (await Promise.all(asked.map((query) => query()))) as Answers<T>
  const answers: unknown[] = []
  for (const query of asked) answers.push(await query())
  return answers as Answers<T>
}
