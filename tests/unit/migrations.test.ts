import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { generateDrizzleJson, generateMigration } from 'drizzle-kit/api'
import { describe, expect, it } from 'vitest'
import * as schema from '@/db/schema'

const folder = fileURLToPath(new URL('../../src/db/migrations/', import.meta.url))
const read = <T>(name: string) => JSON.parse(readFileSync(folder + name, 'utf8')) as T
const { entries } = read<{ entries: { idx: number; tag: string }[] }>('meta/_journal.json')
type Snapshot = Parameters<typeof generateMigration>[0]
const last = read<Snapshot>(`meta/${String(entries.length - 1).padStart(4, '0')}_snapshot.json`)

describe('the migrations', () => {
  it('end at the schema: nothing is left for “npm run db:generate” to write', async () => {
    const now = generateDrizzleJson(schema, last.id, undefined, 'snake_case') as Snapshot
    expect(await generateMigration(last, now)).toEqual([])
  })
  it('notice a table that no migration makes', async () => {
    const { job: _job, ...without } = schema
    const now = generateDrizzleJson(without, last.id, undefined, 'snake_case') as Snapshot
    expect((await generateMigration(last, now)).join('\n')).toMatch(/DROP TABLE/)
  })
  it('stand in the journal, each with its file', () => {
    for (const { idx, tag } of entries) {
      expect(tag.startsWith(String(idx).padStart(4, '0'))).toBe(true)
      expect(readFileSync(`${folder}${tag}.sql`, 'utf8').length).toBeGreaterThan(0)
    }
  })
})
