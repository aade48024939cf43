import { useEffect, useRef } from 'react'
import type { Phase } from '@/core/rules/rulePack'
import { callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'

/** Readings of the meter that are taken at each tap. */
const SAMPLES = 5
/** Older than this the stream says nothing of now. */
const FRESH_MS = 4000
/** For as long the next values of the stream are waited for. */
const WAIT_MS = 15_000

/** What one transformer read over a few moments. */
export interface MeterSample {
  meanW: number
  noiseW: number
}

const sampleOf = (watts: readonly number[]): MeterSample => {
  const meanW = watts.reduce((sum, one) => sum + one, 0) / watts.length
  return { meanW, noiseW: Math.sqrt(watts.reduce((sum, one) => sum + (one - meanW) ** 2, 0) / (watts.length - 1)) }
}

/**
 * Takes a sample of what the transformer of a phase reads: from the live values where they give it by phase, else by asking the gateway's meter.
 * The function it returns gives `null` where the gateway says nothing of that phase. @throws ApiProblem where no gateway answers
 */
export function useMeterSamples(phase: Phase, live: Live): () => Promise<MeterSample | null> {
  const {
    record: {
      installation: { jobId },
    },
  } = useJob()
  const told = useRef<((watts: number) => void) | null>(null)
  const { values, heardAt, silent } = live
  const now = values?.gridPhaseW[phase]
  useEffect(() => {
    if (heardAt !== null && now !== undefined) told.current?.(now)
  }, [heardAt, now])
  const fromStream = (): Promise<number[] | null> =>
    new Promise((resolve) => {
      const watts: number[] = []
      const end = (found: number[] | null) => {
        told.current = null
        clearTimeout(timer)
        resolve(found)
      }
      const timer = setTimeout(() => end(null), WAIT_MS)
      let isFirst = true
      told.current = (one) => {
        // the first may be of the moment before the tap
        if (!isFirst) watts.push(one)
        isFirst = false
        if (watts.length === SAMPLES) end(watts)
      }
    })
  const byAsking = async (): Promise<number[] | null> => {
    const watts: number[] = []
    for (let k = 0; k < SAMPLES; k++) {
      const own = (await callUseCase('readMeter', { jobId })).watts[phase]
      if (own === undefined) return null
      watts.push(own)
    }
    return watts
  }
  return async () => {
    const isLive = now !== undefined && silent === null && heardAt !== null && Date.now() - heardAt < FRESH_MS
    const watts = (isLive ? await fromStream() : null) ?? (await byAsking())
    return watts === null ? null : sampleOf(watts)
  }
}
