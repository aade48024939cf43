import { useCallback, useEffect, useRef } from 'react'

/**
 * A callback that stays the same while what it does follows what is drawn: for parts that are not drawn anew for another one. Not for
 * calls while drawing, which would have the one of before.
 */
export function useSameCallback<Args extends unknown[]>(callback: (...args: Args) => void): (...args: Args) => void {
  const latest = useRef(callback)
  useEffect(() => {
    latest.current = callback
  }, [callback])
  return useCallback((...args: Args) => latest.current(...args), [])
}
