import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** A picture that waits on this phone for a connection. */
export interface WaitingPicture {
  /** UUIDv7 made when it was taken, so that sending it twice is harmless. */
  id: string
  token: string
  subject: string
  fileName: string
  picture: Blob
}

interface WaitingSchema extends DBSchema {
  pictures: { key: string; value: WaitingPicture }
}

let held: Promise<IDBPDatabase<WaitingSchema>> | undefined
const database = () =>
  (held ??= openDB<WaitingSchema>('awlbright-household', 1, {
    upgrade: (db) => void db.createObjectStore('pictures', { keyPath: 'id' }),
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  }))

/** Keeps a picture until it is sent. Answers whether the phone keeps it: one without storage, or with a full one, does not. */
export async function keepPicture(picture: WaitingPicture): Promise<boolean> {
  try {
    await (await database()).put('pictures', picture)
    return true
  } catch {
    held = undefined
    return false
  }
}

/** Pictures that wait for one household's page, in the order they were taken; none where the phone keeps nothing. */
export async function waitingPictures(token: string): Promise<WaitingPicture[]> {
  try {
    const all = await (await database()).getAll('pictures')
    return all.filter((picture) => picture.token === token)
  } catch {
    held = undefined
    return []
  }
}

/** Lets a picture go that was sent, or that the crew's server will never take. */
export async function letGoOf(id: string): Promise<void> {
  try {
    await (await database()).delete('pictures', id)
  } catch {
    held = undefined
  }
}
