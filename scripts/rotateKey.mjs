// npm run rotate-key: seals later packs with a new key. The old one names and signs the new; packs sealed so far stay verifiable.
import { existsSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { rotateKey } from './lib/cluster.mjs'
import { Blocked } from './lib/run.mjs'
import { settingsOf } from './lib/settings.mjs'
import { fingerprintOf } from './lib/signingKey.mjs'

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')

try {
  const { dataFolder } = settingsOf(process.env, { root, data: 'crew-data', port: 4310 })
  if (process.env.AWLBRIGHT_SIGNING_KEY !== undefined)
    throw new Blocked(
      'The key is given by AWLBRIGHT_SIGNING_KEY, and not kept here: this command has nothing to change.',
    )
  if (!existsSync(join(dataFolder, 'secrets.json')))
    throw new Blocked(`${dataFolder} holds no keys yet. Name the folder: AWLBRIGHT_DATA=…`)
  const { before, after } = rotateKey(dataFolder)
  console.log(`
The key of your packs was ${fingerprintOf(before)}
and is now               ${fingerprintOf(after)}

Start the app anew: it seals with the old one until then. Packs sealed so far stay verifiable, as the old key has named and signed the new.
Tell whoever compares fingerprints of yours, and make a copy (npm run backup): the old copies hold the old key.
`)
} catch (error) {
  console.error(error instanceof Blocked ? error.message : error)
  process.exit(1)
}
