import { httpCarrier } from './httpCarrier'
import { type OutboxEntry, isOf } from './outboxEntry'
import { type OutboxStore, openOutboxStore } from './outboxStore'
import { type Carrier, Unreachable, sendOutbox } from './sendOutbox'

/** What the screens know of the outbox. */
export interface OutboxState {
  entries: readonly OutboxEntry[]
  /** Why nothing could be sent at the last try; `null` when it could. */
  away: string | null
  /** The device could not keep an entry; the entry was not taken. */
  failure: string | null
}

export type Unsubscribe = () => void

const RETRY_MS = 4000
const BLOCKED =
  'Another window of the app, an older one, holds what is kept on this device. Close it, and this one goes on.'
const LOCK_NAME = 'awlbright-outbox'

/** One tab sends at a time; where the browser has no locks, sending twice is harmless anyway. */
async function alone(work: () => Promise<void>): Promise<void> {
  if (!('locks' in navigator)) return work()
  await navigator.locks.request(LOCK_NAME, { ifAvailable: true }, async (lock) => {
    if (lock) await work()
  })
}

/** The same entries in the same state: the store reads each anew, and a list that is only another copy draws nothing again. */
const areAlike = (a: readonly OutboxEntry[], b: readonly OutboxEntry[]): boolean =>
  a.length === b.length && a.every(({ id, refusal }, k) => b[k]?.id === id && b[k]?.refusal === refusal)

/** The device's outbox: entries are kept first and sent after, in order, by themselves. */
export class Outbox {
  #state: OutboxState = { entries: [], away: null, failure: null }
  #listeners = new Set<() => void>()
  #acknowledged = new Set<(entries: OutboxEntry[]) => void>()
  #sending: Promise<void> | null = null
  #again = false
  #timer: ReturnType<typeof setTimeout> | null = null

  readonly #store: OutboxStore

  constructor(
    readonly userId: string,
    store?: OutboxStore,
    private readonly carrier: Carrier = httpCarrier,
  ) {
    this.#store = store ?? openOutboxStore(() => this.#set({ failure: BLOCKED }))
  }

  state = (): OutboxState => this.#state

  subscribe = (tell: () => void): Unsubscribe => {
    this.#listeners.add(tell)
    return () => this.#listeners.delete(tell)
  }

  onAcknowledged(tell: (entries: OutboxEntry[]) => void): Unsubscribe {
    this.#acknowledged.add(tell)
    return () => this.#acknowledged.delete(tell)
  }

  /** Keeps an entry on this device and sets about sending it. @throws when the device cannot keep it: the caller still holds it */
  async add(entry: OutboxEntry): Promise<void> {
    try {
      await this.#store.add(entry)
    } catch (error) {
      this.#set({
        failure:
          'This browser cannot keep entries (its storage is full or switched off). Nothing was stored; write it down and free some space.',
      })
      throw error
    }
    this.#set({ entries: [...this.#state.entries, entry], failure: null })
    void this.send()
  }

  /** Throws a refused entry away, once a person has read why. */
  async dismiss(id: string): Promise<void> {
    await this.#store.remove([id])
    await this.refresh()
  }

  /** Sends a refused entry once more as it is, in its old place: what was in its way may be gone. */
  async retry(id: string): Promise<void> {
    await this.#store.change(id, (entry) => ({ ...entry, refusal: null, asks: undefined }))
    await this.refresh()
    await this.send()
  }

  /** A person stands by a refused entry as it is: it is sent again, in its old place, with what was asked confirmed. */
  async confirm(id: string): Promise<void> {
    await this.#store.change(id, (entry) => {
      if (!isOf(entry, 'recordReadings')) return entry
      const readings = entry.input.readings.map(
        (reading) => reading && { ...reading, confirmed: [...new Set([...reading.confirmed, ...(entry.asks ?? [])])] },
      )
      return { ...entry, input: { readings }, refusal: null, asks: undefined }
    })
    await this.refresh()
    await this.send()
  }

  async refresh(): Promise<void> {
    try {
      const entries = await this.#store.all()
      if (this.#state.failure === BLOCKED) this.#set({ failure: null })
      const own = entries.filter(({ userId }) => userId === this.userId)
      if (!areAlike(own, this.#state.entries)) this.#set({ entries: own })
    } catch {
      this.#set({ failure: 'This browser cannot keep entries. Without a connection nothing can be recorded here.' })
    }
  }

  /** Sends what waits; a call while sending makes one more round afterwards. */
  send = (): Promise<void> => {
    if (this.#sending) {
      this.#again = true
      return this.#sending
    }
    this.#sending = this.#round().finally(() => {
      this.#sending = null
      if (!this.#again) return
      this.#again = false
      void this.send()
    })
    return this.#sending
  }

  async #round(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer)
    this.#timer = null
    try {
      await alone(() => sendOutbox(this.#store, this.carrier, this.userId, (entries) => this.#leave(entries)))
      this.#set({ away: null })
    } catch (error) {
      this.#set({ away: error instanceof Unreachable ? error.message : 'the outbox could not be read' })
    }
    await this.refresh()
    if (this.#state.entries.some(({ refusal }) => refusal === null))
      this.#timer = setTimeout(() => void this.send(), RETRY_MS)
  }

  /** Entries have left the store: who holds the job takes them over in the same moment, so that a screen is drawn once and never without them. */
  #leave(entries: OutboxEntry[]): void {
    const gone = new Set(entries.map(({ id }) => id))
    this.#acknowledged.forEach((tell) => tell(entries))
    this.#set({ entries: this.#state.entries.filter(({ id }) => !gone.has(id)) })
  }

  #set(change: Partial<OutboxState>): void {
    const keys = Object.keys(change) as (keyof OutboxState)[]
    if (keys.every((key) => change[key] === this.#state[key])) return
    this.#state = { ...this.#state, ...change }
    this.#listeners.forEach((tell) => tell())
  }
}
