import { expect } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { waveAsSingleFile } from '@/devices/waveSource'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, sent } from './database'
import { readyForLoads } from './house'

/** A recorder's file with a gap of 60 ms in it. */
export const wave = () =>
  waveAsSingleFile({
    station: 'T',
    rateHz: 8000,
    durationS: 0.8,
    nominalV: 230,
    hz: 50,
    phases: 1,
    gapStartS: 0.3,
    gapMs: 60,
    jumpDeg: 30,
    islandHz: 50.1,
    noise: 0.001,
    seed: 5,
  })
/** Sends the readings that release the outage with loads. */
export async function release({ actor }: TestCrew, jobId: string): Promise<void> {
  const { record: held } = await call(USE_CASES.viewJob, db, actor('lead'), { jobId })
  const instrumentId = held.instruments[0]?.id
  const points = benchOf(held).points
  const readings = readyForLoads(held.installation).map(({ pointKey, slot, valueNumber, valueWord }) => {
    const input = points.find(({ key }) => key === pointKey)?.slots.find(({ id }) => id === slot)?.input
    return sent(jobId, pointKey, slot, (valueNumber ?? valueWord) as number | string, {
      unit: valueNumber !== null && input?.kind === 'quantity' ? input.unit : '',
      instrumentId: pointKey === 'earth.islandBond' ? instrumentId : null,
    })
  })
  const told = await call(USE_CASES.recordReadings, db, actor('lead'), { readings })
  expect(told.filter(({ outcome }) => outcome !== 'stored')).toEqual([])
}
