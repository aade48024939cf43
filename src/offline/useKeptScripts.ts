'use client'
import { useEffect, useState } from 'react'
import { keepScripts } from './keepScripts'
import { BUILD_FILES, KEEP_SCRIPTS } from './messages'

/** Asks a service worker to keep every script of the app. @returns whether it has them all; never settles where the worker ends before */
function askToKeep(worker: ServiceWorker): Promise<boolean> {
  const { port1, port2 } = new MessageChannel()
  return new Promise((told) => {
    port1.onmessage = ({ data }) => told(data === true)
    worker.postMessage({ kind: KEEP_SCRIPTS }, [port2])
  })
}

/**
 * Over plain `http` a browser has no service worker. What was fetched once is kept by the browser itself, for as long as the page is open and
 * longer: a view that is opened when the router is dead comes from there.
 */
async function fetchAll(): Promise<boolean> {
  const fetchWhole = async (url: string) => {
    const response = await fetch(url, { priority: 'low' })
    if (!response.ok) throw new Error(`no ${url}`)
    return response.arrayBuffer()
  }
  try {
    const files = JSON.parse(new TextDecoder().decode(await fetchWhole(BUILD_FILES))) as string[]
    return await keepScripts(files, fetchWhole)
  } catch {
    return false
  }
}

/** Where every script is: on the device, so that pages open without a network; or only for the page that is open. `null` until all are there. */
export type KeptScripts = 'onDevice' | 'whileOpen' | null

/** Has every script kept in the way this browser can. */
async function keepAll(): Promise<KeptScripts> {
  if (!('serviceWorker' in navigator)) return (await fetchAll()) ? 'whileOpen' : null
  const { controller } = navigator.serviceWorker
  return controller !== null && (await askToKeep(controller)) ? 'onDevice' : null
}

/**
 * Whether every script of the app is on this device, so that each view and each thread of it starts without a network. Asked once the page is
 * alive, and again when another service worker takes over or the network is back.
 */
export function useKeptScripts(): KeptScripts {
  const [kept, setKept] = useState<KeptScripts>(null)
  useEffect(() => {
    // a dev server's scripts change under the hand
    if (kept !== null || process.env.NODE_ENV !== 'production') return
    let gone = false
    const ask = () =>
      void keepAll().then((all) => {
        if (all !== null && !gone) setKept(all)
      })
    const workers = 'serviceWorker' in navigator ? navigator.serviceWorker : null
    ask()
    workers?.addEventListener('controllerchange', ask)
    window.addEventListener('online', ask)
    return () => {
      gone = true
      workers?.removeEventListener('controllerchange', ask)
      window.removeEventListener('online', ask)
    }
  }, [kept])
  return kept
}
