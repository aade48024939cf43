import { appDatabase } from '@/db/client'
import { markAll } from '@/db/queries/summaries'
import { workOutChanged } from '@/server/summaries/workOut'

// Works out anew what the list says of every job; safe to run beside the app.
const { db, pool } = appDatabase()
await markAll(db)
console.log(`${await workOutChanged(db)} jobs worked out.`)
await pool.end()
