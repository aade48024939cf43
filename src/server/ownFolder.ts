import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Runs something with a folder that nobody else can read, and takes the folder away whatever becomes of it. */
export async function inOwnFolder<T>(run: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'awlbright-'))
  try {
    return await run(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
