'use client'
import { useState } from 'react'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { PowerNow } from '../live/PowerNow'
import { useLive } from '../live/useLive'
import { LogSheet } from '../powerLog/LogSheet'
import { PracticeSheet } from '../practice/PracticeSheet'
import { FilmSheet } from './film/FilmSheet'
import { HoldsSheet } from './HoldsSheet'
import { useLong } from './long/useLong'
import { RecordingSheet } from './RecordingSheet'
import { LEAVING, RETURN } from './wave/WaveFigures'

/** The wave first, what it is held against, then the hold points and what stayed on. */
export function WaveView() {
  const {
    bench,
    at,
    record: {
      installation: { jobId },
    },
  } = useJob()
  const live = useLive(jobId)
  const long = useLong(bench.context.pack)
  const [chosen, setChosen] = useState<string>(at === RETURN ? at : LEAVING)
  const pointKey = at === LEAVING || at === RETURN ? at : chosen
  const held = bench.holds.find(({ released }) => !released)
  const gapPoint = bench.points.find(({ key }) => key === pointKey)
  return (
    <>
      {held && held.step.id !== 'handover' && <HoldsSheet state={held} />}
      <RecordingSheet key={pointKey} pointKey={pointKey} long={long} onChoose={setChosen} />
      <PowerNow live={live} />
      <PracticeSheet />
      {gapPoint && <FilmSheet key={`film ${pointKey}`} point={gapPoint} />}
      <LogSheet />
      <PointList points={bench.points.filter(({ stage }) => stage === 'outage')} />
      {bench.holds
        .filter(({ step }) => step !== held?.step || held.step.id === 'handover')
        .map((state) => (
          <HoldsSheet key={state.step.id} state={state} />
        ))}
    </>
  )
}
