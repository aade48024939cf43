import { describe, expect, it } from 'vitest'
import { SpareThread } from './spareThread'

class Thread extends EventTarget {
  isEnded = false
  terminate() {
    this.isEnded = true
  }
}

function spareOf() {
  const started: Thread[] = []
  const spare = new SpareThread(() => {
    const thread = new Thread()
    started.push(thread)
    return thread as unknown as Worker
  })
  return { started, spare }
}

describe('a spare thread', () => {
  it('is started once before it is wanted, and is whoever’s takes it', () => {
    const { started, spare } = spareOf()
    spare.ready()
    spare.ready()
    expect(started).toHaveLength(1)
    expect(spare.take()).toBe(started[0])
    expect(spare.take()).toBe(started[1])
    spare.putAway()
    expect(started.map(({ isEnded }) => isEnded)).toEqual([false, false])
  })

  it('practises once, before it is wanted; one that is wanted at once does not', () => {
    const practised: Worker[] = []
    const { spare } = spareOf()
    spare.ready((thread) => practised.push(thread))
    spare.ready((thread) => practised.push(thread))
    const taken = spare.take()
    spare.take()
    expect(practised).toEqual([taken])
  })

  it('is started when it is wanted, where nobody made it ready', () => {
    const { started, spare } = spareOf()
    expect(spare.take()).toBe(started[0])
  })

  it('ends where nobody takes it', () => {
    const { started, spare } = spareOf()
    spare.ready()
    spare.putAway()
    expect(started[0]?.isEnded).toBe(true)
    expect(spare.take()).not.toBe(started[0])
  })

  it('that could not load is not handed out', () => {
    const { started, spare } = spareOf()
    spare.ready()
    started[0]?.dispatchEvent(new Event('error'))
    expect(spare.take()).toBe(started[1])
  })
})
