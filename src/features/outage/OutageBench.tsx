'use client'
import { useState } from 'react'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { HoldsSheet } from './HoldsSheet'
import { LEAVING, RETURN } from './WaveFigures'
import { PowerNow } from '../live/PowerNow'
import { useLive } from '../live/useLive'
import { LogSheet } from '../powerLog/LogSheet'
import { PracticeSheet } from '../practice/PracticeSheet'
import { FilmSheet } from './film/FilmSheet'
import { RecordingSheet } from './RecordingSheet'

/** Outage: the wave first, what it is held against, then the hold points and what stayed on. */
export function OutageBench() {
  const {
    bench,
    at,
    record: {
      installation: { jobId },
    },
  } = useJob()
  const live = useLive(jobId)
  const [chosen, setChosen] = useState<string>(at === RETURN ? at : LEAVING)
  const pointKey = at === LEAVING || at === RETURN ? at : chosen
  const held = bench.holds.find(({ released }) => !released)
  const gap = bench.judgements.get(LEAVING)
  const gapPoint = bench.points.find(({ key }) => key === pointKey)
  return (
    <>
      <BenchHead
        title={
          gap?.value
            ? `The gap: ${gap.value}`
            : held?.step.id === 'handover'
              ? 'Ready to cut the supply'
              : held
                ? `${held.step.label} is held`
                : 'The outage'
        }
        note={
          gap?.value
            ? undefined
            : held && held.step.id !== 'handover'
              ? 'nothing goes live before its hold points hold'
              : undefined
        }
      />
      {held && held.step.id !== 'handover' && <HoldsSheet state={held} />}
      <RecordingSheet key={pointKey} pointKey={pointKey} onChoose={setChosen} />
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
