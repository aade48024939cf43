'use client'
import { useState } from 'react'
import { ApiProblem, callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import type { Readout } from './BeyondThePlan'

/** What the gateway is read into: what it says now, or what it was left at. */
export type ReadSlot = 'read' | 'left'

export type GatewayReading =
  | { state: 'idle' }
  | { state: 'reading'; slot: ReadSlot }
  | { state: 'done'; slot: ReadSlot; readout: Readout }
  | { state: 'failed'; message: string }

/** Reads the gateway by the server, and fetches the job anew with what was recorded from it. */
export function useGatewayReadout(): { reading: GatewayReading; read: (slot: ReadSlot) => Promise<void> } {
  const {
    record: { installation },
    refresh,
  } = useJob()
  const [reading, setReading] = useState<GatewayReading>({ state: 'idle' })
  const read = async (slot: ReadSlot) => {
    setReading({ state: 'reading', slot })
    try {
      const readout = await callUseCase('readGateway', {
        jobId: installation.jobId,
        slot,
        recordedAt: new Date().toISOString(),
      })
      await refresh()
      setReading({ state: 'done', slot, readout })
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setReading({ state: 'failed', message: error.message })
    }
  }
  return { reading, read }
}
