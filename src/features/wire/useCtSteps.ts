'use client'
import { useState } from 'react'
import type { Point } from '@/core/evidence/point'
import type { AskCode } from '@/core/evidence/readEntry'
import { slotReadings } from '@/core/evidence/slotReadings'
import { parseQuantity, quantityFaultWords } from '@/core/quantity/parseQuantity'
import type { Phase } from '@/core/rules/rulePack'
import { ApiProblem, callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'
import { type MeterSample, useMeterSamples } from './useMeterSamples'

/** W-5: one more step of a known load, read from the gateway's meter off and on, or typed as a pair. */
export function useCtSteps(point: Point, number: number, live: Live) {
  const {
    record: {
      installation: { jobId },
    },
    offer,
    bench,
    view,
  } = useJob()
  const [load, setLoad] = useState('2000')
  const [base, setBase] = useState<MeterSample | null>(null)
  const [isReading, setReading] = useState(false)
  const [told, setTold] = useState<string | null>(null)
  const phase = point.thing as Phase
  const standIn = view.gateway.host === null
  const read = useMeterSamples(phase, live)
  const knownNoiseW = slotReadings(point, bench.context).number('noise')
  /** Stores figures that belong together: what is asked of the first is asked once, and what is left is not stored without it. */
  const store = async (figures: readonly (readonly [slotId: string, watts: number])[]) => {
    let confirmed: readonly AskCode[] = []
    for (const [slotId, watts] of figures) {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (!slot) continue
      const value = Math.round(watts * 10) / 10
      const entered = await offer({ point, slot }, { kind: 'figure', value, unit: 'W' }, { confirmed })
      if (entered?.kind !== 'stored') return
      confirmed = entered.confirmed
    }
  }
  const loadW = () => {
    const asked = parseQuantity(load, 'W')
    if (asked.ok && asked.value.value !== 0) return asked.value.value
    setTold(asked.ok ? 'A load of nothing decides nothing.' : quantityFaultWords(asked.error))
    return null
  }
  const sample = async () => {
    setReading(true)
    setTold(null)
    try {
      const found = await read()
      if (found === null) setTold(`The gateway’s meter gives nothing for ${phase}. Type the pairs instead.`)
      return found
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setTold(`${error.message} Type the pairs instead.`)
      return null
    } finally {
      setReading(false)
    }
  }
  /** The meter with the load off. */
  const readOff = async () => {
    setReading(true)
    // the stand-in's load is off as well, and its battery rests, so that the meter shows what is switched
    if (standIn) await callUseCase('rehearseLoad', { jobId, phase, watts: 0 }).catch(() => null)
    const found = await sample()
    if (found) setBase(found)
  }
  /** The meter with the load on: the step is what it changed by. */
  const readOn = async () => {
    const watts = loadW()
    if (watts === null || base === null) return
    const found = await sample()
    if (!found) return
    const noiseW = Math.max(base.noiseW, found.noiseW)
    await store([
      ...(knownNoiseW === null || noiseW > knownNoiseW ? [['noise', noiseW] as const] : []),
      [`load${number}`, watts],
      [`meter${number}`, found.meanW - base.meanW],
    ])
  }
  /** A step whose change of the meter somebody typed. */
  const addTyped = async (typed: string) => {
    const watts = loadW()
    const change = parseQuantity(typed, 'W')
    if (watts === null) return
    if (!change.ok) return setTold(quantityFaultWords(change.error))
    await store([
      [`load${number}`, watts],
      [`meter${number}`, change.value.value],
    ])
  }
  /** Switches the stand-in's load: what was typed, or nothing. */
  const rehearse = async (isOn: boolean) => {
    const watts = isOn ? loadW() : 0
    if (watts === null) return
    try {
      await callUseCase('rehearseLoad', { jobId, phase, watts: Math.round(watts) })
      setTold(isOn ? 'The stand-in’s load is on.' : 'The stand-in’s load is off.')
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setTold(error.message)
    }
  }
  return { phase, load, setLoad, base, isReading, told, standIn, readOff, readOn, addTyped, rehearse }
}

export type CtSteps = ReturnType<typeof useCtSteps>
