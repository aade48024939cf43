'use client'
import { useEffect, useState } from 'react'
import type { LivePower } from '@/core/settings/livePower'
import type { LiveTold } from '@/server/live/liveValues'

export interface Live {
  /** The last values there were, with when they came in by this device's clock and how. */
  values: LivePower | null
  heardAt: number | null
  by: 'mqtt' | 'modbus' | null
  /** Why nothing comes; `null` while it does. */
  silent: string | null
  /** What happened since this was opened, latest last. */
  happened: readonly { event: string; subject: string | null; at: string }[]
}

const NOTHING: Live = { values: null, heardAt: null, by: null, silent: null, happened: [] }
const MOST_HAPPENED = 30

function after(live: Live, told: LiveTold): Live {
  if (told.kind === 'values') return { ...live, values: told.values, heardAt: Date.now(), by: told.by, silent: null }
  if (told.kind === 'silent') return { ...live, silent: told.message }
  return { ...live, happened: [...live.happened, told].slice(-MOST_HAPPENED) }
}

/** Follows the gateway of a job for as long as this is on the screen; values that stop coming stay, and grow old. */
export function useLive(jobId: string): Live {
  const [live, setLive] = useState(NOTHING)
  useEffect(() => {
    setLive(NOTHING)
    const source = new EventSource(`/api/jobs/${jobId}/live`)
    const hear = ({ data }: MessageEvent<string>) => setLive((before) => after(before, JSON.parse(data) as LiveTold))
    for (const kind of ['values', 'happened', 'silent'] as const) source.addEventListener(kind, hear)
    source.onerror = () =>
      setLive((before) => ({ ...before, silent: 'No live values: there is no connection, or no gateway to ask.' }))
    return () => source.close()
  }, [jobId])
  return live
}
