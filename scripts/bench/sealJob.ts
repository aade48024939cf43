import { randomBytes } from 'node:crypto'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { connect } from '../../src/db/client'
import { addAttachment } from '../../src/db/queries/evidence'
import { storeFile } from '../../src/db/queries/files'
import { storePicture } from '../../src/db/queries/smallPictures'
import { job, user } from '../../src/db/schema'
import { sealPack } from '../../src/server/pack/sealPack'
import { smallPicture } from '../../src/server/pictures/smallPicture'
import { warmReport } from '../../src/server/pack/warmReport'

// Sealing a long job as the queue does it – report, card, 60 pictures of three megapixels and 5 recordings of 8 MB – from the database and back into it.

const { db, pool } = connect(process.env.DATABASE_URL ?? '', 4)
const [house] = await db.select({ id: job.id }).from(job).limit(1)
const [person] = await db.select({ id: user.id, name: user.name }).from(user).limit(1)
if (!house || !person) throw new Error('the demo scenario is not there')
const facts = { jobId: house.id, addedBy: person.id, byName: person.name, takenAt: null }

/** A picture with as much in it as a photograph: coarse noise, made smooth by enlarging it. */
const photograph = () =>
  sharp(randomBytes(200 * 150 * 3), { raw: { width: 200, height: 150, channels: 3 } })
    .resize(2000, 1500, { kernel: 'cubic' })
    .jpeg({ quality: 85 })
    .toBuffer()
let bytesInAll = 0
const add = async (kind: 'picture' | 'recording', fileName: string, bytes: Uint8Array) => {
  bytesInAll += bytes.length
  const sha256 =
    kind === 'picture'
      ? await storePicture(db, { jpeg: bytes, small: await smallPicture(bytes) })
      : await storeFile(db, bytes, 'application/octet-stream')
  await addAttachment(db, { id: uuidv7(), kind, subject: 'bench', fileName, sha256, ...facts })
}
for (let k = 1; k <= 60; k++) await add('picture', `plate${k}.jpg`, await photograph())
for (let k = 1; k <= 5; k++) await add('recording', `gap${k}.dat`, randomBytes(8_000_000))

// as the worker does once it is up
await warmReport()
for (const which of ['the first one of a worker', 'the next']) {
  const began = performance.now()
  await sealPack(db, { jobId: house.id, sealedBy: person.id, secretKeyHex: '07'.repeat(32) })
  console.log(
    `sealing a job with 60 pictures and 5 recordings (${Math.round(bytesInAll / 1e6)} MB), report and storing included, ${which}: ${((performance.now() - began) / 1000).toFixed(1)} s, ${Math.round(process.memoryUsage.rss() / 1e6)} MB of memory`,
  )
}
await pool.end()
