import { readFileSync } from 'node:fs'
import { join } from 'node:path'

/** How many steps of the database this version knows. */
export const knownMigrations = (root) =>
  JSON.parse(readFileSync(join(root, 'src/db/migrations/meta/_journal.json'), 'utf8')).entries.length
