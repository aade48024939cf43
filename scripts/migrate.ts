import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

// Brings the database of OWNER_DATABASE_URL to the newest schema; runs as the owner, never as the app.
const pool = new pg.Pool({ connectionString: process.env.OWNER_DATABASE_URL, max: 1 })
await migrate(drizzle(pool), { migrationsFolder: fileURLToPath(new URL('../src/db/migrations', import.meta.url)) })
await pool.end()
