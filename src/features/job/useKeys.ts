'use client'
import { useEffect } from 'react'

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** Keys of the bench; they rest while something is typed or a sheet lies over it. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        typing(event.target) ||
        document.querySelector('[role="dialog"]')
      )
        return
      const act = keys[event.key]
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [keys])
}
