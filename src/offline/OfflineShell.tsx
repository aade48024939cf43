'use client'
import { useEffect } from 'react'
import { usePathname } from 'next/navigation'
import type { KeepRequest } from './messages'

/** Scripts, styles and fonts this page has fetched, which the service worker may not have seen. */
const assetsOfPage = () =>
  [
    ...new Set(
      performance
        .getEntriesByType('resource')
        .map(({ name }) => name)
        .filter((url) => url.includes('/_next/static/')),
    ),
  ].slice(0, 500)

/** Installs the service worker and has it keep each page that is opened, so that it opens without a connection too. */
export function OfflineShell() {
  const path = usePathname()
  useEffect(() => {
    // a dev server's pages change under the hand: nothing of them is kept
    if (process.env.NODE_ENV !== 'production') return
    if (!('serviceWorker' in navigator) || path.startsWith('/c/')) return
    void navigator.serviceWorker.register('/sw.js').catch(() => undefined)
    const keep = async () => {
      const { active } = await navigator.serviceWorker.ready
      const request: KeepRequest = { kind: 'keep', page: window.location.href, assets: assetsOfPage() }
      active?.postMessage(request)
    }
    // a moment later what the page loads lazily is there as well
    const timer = setTimeout(() => void keep(), 1500)
    return () => clearTimeout(timer)
  }, [path])
  return null
}
