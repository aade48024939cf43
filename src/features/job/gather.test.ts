import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { gather } from './gather'

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

describe('calls that are gathered', () => {
  it('are carried out as one, not before their time', async () => {
    const work = vi.fn(() => Promise.resolve())
    const { ask } = gather(work, 200)
    for (let k = 0; k < 100; k++) ask()
    await vi.advanceTimersByTimeAsync(199)
    expect(work).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(1)
    expect(work).toHaveBeenCalledTimes(1)
    ask()
    await vi.advanceTimersByTimeAsync(200)
    expect(work).toHaveBeenCalledTimes(2)
  })
  it('are carried out once more when they come while it runs, and never side by side', async () => {
    let end = () => {}
    let most = 0
    let running = 0
    const work = vi.fn(async () => {
      most = Math.max(most, ++running)
      await new Promise<void>((done) => (end = done))
      running--
    })
    const { ask } = gather(work, 10)
    ask()
    await vi.advanceTimersByTimeAsync(10)
    ask()
    ask()
    await vi.advanceTimersByTimeAsync(100)
    expect(work).toHaveBeenCalledTimes(1)
    end()
    await vi.advanceTimersByTimeAsync(10)
    expect([work.mock.calls.length, most]).toEqual([2, 1])
  })
  it('go on after one that failed, and end when they are called off', async () => {
    const work = vi.fn(() => Promise.reject(new Error('away')))
    const { ask, cancel } = gather(work, 10)
    ask()
    await vi.advanceTimersByTimeAsync(10)
    ask()
    await vi.advanceTimersByTimeAsync(10)
    expect(work).toHaveBeenCalledTimes(2)
    ask()
    cancel()
    await vi.advanceTimersByTimeAsync(100)
    expect(work).toHaveBeenCalledTimes(2)
  })
})
