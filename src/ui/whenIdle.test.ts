import { afterEach, describe, expect, it, vi } from 'vitest'
import { whenIdle } from './whenIdle'

afterEach(() => {
  vi.useRealTimers()
})

describe('what is put off until a page has nothing better to do', () => {
  it('is done when the browser says that it is idle, in three seconds at the latest, unless it is called off', () => {
    const asked: (() => void)[] = []
    const ask = vi.fn((act: () => void) => asked.push(act))
    const cancel = vi.fn()
    vi.stubGlobal('requestIdleCallback', ask)
    vi.stubGlobal('cancelIdleCallback', cancel)
    const act = vi.fn()
    const callOff = whenIdle(act)
    expect(ask).toHaveBeenCalledWith(act, { timeout: 3000 })
    expect(act).not.toHaveBeenCalled()
    asked[0]?.()
    expect(act).toHaveBeenCalledTimes(1)
    callOff()
    expect(cancel).toHaveBeenCalledWith(1)
  })

  it('is done a second later in a browser that does not tell, unless it is called off', () => {
    vi.stubGlobal('requestIdleCallback', undefined)
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const [done, calledOff] = [vi.fn(), vi.fn()]
    whenIdle(done)
    whenIdle(calledOff)()
    vi.advanceTimersByTime(999)
    expect(done).not.toHaveBeenCalled()
    vi.advanceTimersByTime(2)
    expect(done).toHaveBeenCalledTimes(1)
    expect(calledOff).not.toHaveBeenCalled()
  })
})
