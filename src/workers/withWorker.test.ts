import { describe, expect, it } from 'vitest'
import { callsOf } from './withWorker'

/** A thread that hears nothing. */
class Thread extends EventTarget {
  postMessage() {}
}
const thread = () => new Thread() as unknown as Worker

describe('the calls of a thread', () => {
  it('are wrapped once: a second wrapping that is forgotten would have the thread stop listening', () => {
    const one = thread()
    // asked for by sameness alone: a look at a wrapping is a call of its thread
    expect(callsOf(one) === callsOf(one)).toBe(true)
    expect(callsOf(one) === callsOf(thread())).toBe(false)
  })
})
