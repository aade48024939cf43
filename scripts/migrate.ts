import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { installQueue } from '@/server/queue'

// Brings the database of OWNER_DATABASE_URL to the newest schema; runs as the owner, never as the app.
// a migration says that it is one: the guards of the evidence let nobody else lay them aside
const pool = new pg.Pool({
  connectionString: process.env.OWNER_DATABASE_URL,
  max: 1,
  options: '-c awlbright.migration=on',
})
await migrate(drizzle(pool), { migrationsFolder: fileURLToPath(new URL('../src/db/migrations', import.meta.url)) })

// readings of the years to come have their place before they are made
await pool.query('select lay_out_reading_years(extract(year from now())::integer + 2)')

// The queue's tables belong to the app, which may make schemas only while they are laid out.
const {
  rows: [database],
} = await pool.query<{ name: string }>('select quote_ident(current_database()) as name')
await pool.query(`grant create on database ${database?.name} to awlbright_app`)
try {
  await installQueue()
} finally {
  await pool.query(`revoke create on database ${database?.name} from awlbright_app`)
}
await pool.end()
