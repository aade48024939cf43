'use client'
import { useEffect, useState } from 'react'
import { nextTry } from './nextTry'

const SECOND_MS = 1000
/** Each page counts for itself, as long as its tab is open. */
const keyHere = () => `awlbright-tries ${window.location.pathname}`

function triesHere(): unknown[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(keyHere()) ?? '[]')
    return Array.isArray(kept) ? kept : []
  } catch {
    return []
  }
}

/** Asks for this page anew; without storage that counts the tries, only a person does. */
function tryAgain(lately: readonly number[]): void {
  try {
    sessionStorage.setItem(keyHere(), JSON.stringify([...lately, Date.now()]))
  } catch {
    return
  }
  window.location.reload()
}

/**
 * Has a page that could not be made ask for itself again after a while, while somebody looks at it, and at once when the network is back.
 *
 * @returns seconds until it does; `null` at first, and where it was tried often enough
 */
export function useTryAgain(): number | null {
  const [leftS, setLeftS] = useState<number | null>(null)
  useEffect(() => {
    const { lately, waitS } = nextTry(triesHere(), Date.now())
    if (waitS === null) return
    let untilS = waitS
    const timer = setInterval(() => {
      if (document.hidden) return
      untilS--
      setLeftS(Math.max(0, untilS))
      if (untilS > 0) return
      clearInterval(timer)
      tryAgain(lately)
    }, SECOND_MS)
    const now = () => tryAgain(lately)
    window.addEventListener('online', now)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', now)
    }
  }, [])
  return leftS
}
