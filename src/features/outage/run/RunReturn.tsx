'use client'
import { returnOfRun } from '@/core/outage/returnLane/returnLane'
import type { ClockOffset } from '@/core/outage/run/clockOffset'
import type { OutageRun } from '@/core/outage/run/outageRun'
import { setWaitS } from '@/core/settings/setWaitS'
import { useJob } from '../../job/JobContext'
import { ReturnLaneSheet } from '../returnLane/ReturnLaneSheet'
import type { RunMoment } from './useMoments'
import { useThisPhone } from './useThisPhone'

/** The return of a run on its lane, from the moment somebody taps that the street is back; it grows until the run is over. */
export function RunReturn({
  run,
  moments,
  clock,
  nowMs,
  nameOf,
}: {
  run: OutageRun
  moments: readonly RunMoment[]
  clock: ClockOffset | null
  /** By the common clock; `null` for a run that is over. */
  nowMs: number | null
  nameOf: (tag: string) => string
}) {
  const { installation } = useJob().record
  const device = useThisPhone()
  const listener = { device, clockOffsetMs: clock && clock.offsetMs, clockErrorMs: clock && clock.errorMs }
  const lane = returnOfRun(run, { moments, listener, nowMs })
  return lane && <ReturnLaneSheet lane={lane} nameOf={nameOf} setWaitS={setWaitS(installation)} />
}
