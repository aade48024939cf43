'use client'
import { useEffect, useSyncExternalStore } from 'react'
import { Outbox, type OutboxState } from './outbox'

let held: Outbox | null = null

/** One outbox for the page, of the person who is signed in. */
const outboxOf = (userId: string): Outbox => (held?.userId === userId ? held : (held = new Outbox(userId)))

const NOTHING: OutboxState = { entries: [], away: null, failure: null }

/** The outbox and its state; sends when the page opens, when the connection comes back and when the page is looked at again. */
export function useOutbox(userId: string): { outbox: Outbox; state: OutboxState } {
  const outbox = outboxOf(userId)
  const state = useSyncExternalStore(outbox.subscribe, outbox.state, () => NOTHING)
  useEffect(() => {
    const send = () => void outbox.send()
    void outbox.refresh().then(send)
    window.addEventListener('online', send)
    document.addEventListener('visibilitychange', send)
    return () => {
      window.removeEventListener('online', send)
      document.removeEventListener('visibilitychange', send)
    }
  }, [outbox])
  return { outbox, state }
}
