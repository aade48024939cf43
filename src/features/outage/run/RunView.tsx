'use client'
import { Box, Text } from '@chakra-ui/react'
import { useEffect, useMemo, useRef } from 'react'
import { stopLimitsOf, stopSentence } from '@/core/plan/ladderStop'
import { givingVehicle } from '@/core/plan/vehicleInOutage'
import { changeoverOf } from '@/core/outage/run/changeover'
import { stepsToTell } from '@/core/outage/run/stepsToTell'
import { nextRung, rungsOfRun } from '@/core/outage/run/rungsOfRun'
import { clockAt } from '@/core/outage/run/clockOffset'
import type { OutageRun } from '@/core/outage/run/outageRun'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { PowerNow } from '../../live/PowerNow'
import type { Live } from '../../live/useLive'
import { useLive } from '../../live/useLive'
import { useNow } from '@/ui/useNow'
import { PracticeSheet } from '../../practice/PracticeSheet'
import { RunBefore } from './RunBefore'
import { RunClock } from './RunClock'
import { type RunKey, RunKeys, keysOf } from './RunKeys'
import { RunLine } from './RunLine'
import { RunMarks } from './RunMarks'
import { RunResults } from './RunResults'
import { RunReturn } from './RunReturn'
import { RunRungs } from './RunRungs'
import { RunSeen } from './RunSeen'
import { RunSteps } from './RunSteps'
import { outOfLimits } from './stopNow'
import { thisPhone } from './useClock'
import { type RunMoment, useMoments } from './useMoments'
import { type RunInHand, useRun } from './useRun'
import { useLearnLoad } from './useLearnLoad'
import { useRunLadder } from './useRunLadder'

/** Live values are read for the last seconds before a source gave up. */
const JUST_BEFORE_MS = 6000

/** The cut itself, on every phone of the job: may it be cut, the clock, the keys, the ladder, and what it has shown. */
export function RunView() {
  const { record } = useJob()
  const live = useLive(record.installation.jobId)
  const inHand = useRun()
  const { run, clock } = inHand
  const moments = useMoments(run?.id ?? null, live, clock?.offsetMs ?? 0)
  return (
    <>
      {run && run.phase !== 'ended' ? (
        <RunUnderWay run={run} inHand={inHand} live={live} moments={moments} />
      ) : (
        <TitledSheet title="Before the cut" note="T-15: may it be cut with what the house draws now?">
          <RunBefore live={live} begin={inHand.begin} />
        </TitledSheet>
      )}
      {run && run.phase === 'ended' && <RunOver run={run} inHand={inHand} moments={moments} />}
      <PowerNow live={live} />
      <PracticeSheet />
    </>
  )
}

const isLookedAt = ({ marks }: OutageRun, tag: string): boolean =>
  marks.some(({ kind, subject }) => (kind === 'running' || kind === 'dead') && subject === tag)

const useNames = () => {
  const { loads, survey } = useJob().record.installation
  return (tag: string) =>
    (loads.find((load) => load.tag === tag) ?? survey.find((item) => item.tag === tag))?.name ?? tag
}

/** What a run has shown, once it is over; it is kept beside those that follow. */
function RunOver({
  run,
  inHand: { runs, clock },
  moments,
}: {
  run: OutageRun
  inHand: RunInHand
  moments: readonly RunMoment[]
}) {
  const nameOf = useNames()
  const { bench } = useJob()
  const { ladder, nightW } = useRunLadder()
  const { learn, failure } = useLearnLoad()
  const { tapReactionMs, rungExpectedShare } = bench.context.pack.limits
  const climbed = rungsOfRun(run, ladder, Infinity).filter(({ on }) => on !== null)
  return (
    <>
      <RunResults run={run} moments={moments} />
      {failure !== null && <Notice kind="error">{failure}</Notice>}
      <RunRungs rungs={climbed} offShareMost={rungExpectedShare.value} say={null} learn={learn} />
      <TitledSheet
        title={`Run ${runs.length}`}
        note="kept as it was tapped; a test that failed is begun anew after the change"
      >
        <Box px="14px" pb="6px">
          <RunClock run={run} nowMs={0} reactionMs={tapReactionMs.value} />
        </Box>
        <RunLine run={run} moments={moments} limitW={nightW} nowMs={0} nameOf={nameOf} />
        <RunReturn run={run} moments={moments} clock={clock} nowMs={null} nameOf={nameOf} />
        <RunMarks run={run} nameOf={nameOf} takeBack={null} />
      </TitledSheet>
    </>
  )
}

function RunUnderWay({
  run,
  inHand: { mark, clock },
  live,
  moments,
}: {
  run: OutageRun
  inHand: RunInHand
  live: Live
  moments: readonly RunMoment[]
}) {
  const { record, bench, may } = useJob()
  const { installation } = record
  const { pack } = bench.context
  const nameOf = useNames()
  const { ladder, nightW, turnOff } = useRunLadder()
  const phoneMs = useNow(250)
  const stands = clockAt(clock, phoneMs)
  const nowMs = phoneMs + (stands?.offsetMs ?? 0)
  const rungs = rungsOfRun(run, ladder, nowMs)
  const next = nextRung(rungs)
  const lastOn = rungs.findLast(({ state }) => state === 'on' || state === 'tripped') ?? null
  const promised = installation.loads.filter(({ backedUp, mustStayOn }) => backedUp && mustStayOn)
  const mayMark = may('markOutage')
  const { changeover, switches } = useMemo(() => changeoverOf(installation), [installation])
  const vehicle = givingVehicle(installation)
  useToldSteps(run, rungs, moments, nowMs, mayMark ? mark : null)
  const stop = run.phase === 'island' ? outOfLimits(live, stopLimitsOf(pack)) : null
  const tap = ({ kind, subject }: RunKey) => {
    const justBefore = moments.filter(({ atMs }) => atMs > nowMs - JUST_BEFORE_MS)
    const most = Math.max(0, ...justBefore.flatMap(({ houseW }) => houseW ?? []))
    void mark(kind, subject ?? null, kind === 'sourceOff' && most > 0 ? Math.round(most) : null)
  }
  return (
    <>
      <TitledSheet
        title="The cut"
        note={stands ? undefined : 'this phone’s clock was not compared with the others today'}
      >
        <Box px="14px" pb="12px" display="flex" flexDirection="column" gap="12px">
          <RunClock run={run} nowMs={nowMs} reactionMs={pack.limits.tapReactionMs.value} />
          {stop !== null && <Notice kind="error">Stop, and take the last load off: {stop}.</Notice>}
          {run.sourceTrips.length > 0 && run.phase !== 'returning' && (
            <Notice kind="caution">An overload is seen once. Do not repeat it, and bridge nothing to go on.</Notice>
          )}
          {mayMark ? (
            <RunKeys keys={keysOf(run, { next, last: lastOn && lastOn.rung, vehicle })} tap={tap} />
          ) : (
            <Text color="ink2">A lead or a hand taps; it shows here as they do.</Text>
          )}
          <RunSteps
            run={run}
            changeover={changeover}
            seen={{
              climbed: next === null,
              looked: promised.every(({ tag }) => isLookedAt(run, tag)),
              pluggedIn: run.marks.some(({ kind }) => kind === 'vehicleGives'),
            }}
            names={{
              mainSwitch: pack.words.mainSwitch,
              turnOff: turnOff.map(nameOf),
              switches: switches.map(({ name }) => name),
              vehicle: vehicle?.name ?? null,
            }}
          />
          <Text fontSize="14px" color="ink2">
            {stopSentence(stopLimitsOf(pack))}
          </Text>
        </Box>
        <RunLine run={run} moments={moments} limitW={nightW} nowMs={nowMs} nameOf={nameOf} />
        <RunReturn run={run} moments={moments} clock={stands} nowMs={nowMs} nameOf={nameOf} />
      </TitledSheet>
      {run.kind !== 'unloaded' && (
        <RunRungs
          rungs={rungs}
          offShareMost={pack.limits.rungExpectedShare.value}
          say={mayMark ? (tag, watts) => void mark('drawn', tag, watts) : null}
        />
      )}
      <RunSeen
        run={run}
        promised={promised}
        mark={mayMark && run.out ? (kind, subject) => void mark(kind, subject) : null}
      />
      <TitledSheet title="Tapped so far" note="on every phone, by one clock">
        <RunMarks run={run} nameOf={nameOf} takeBack={mayMark ? ({ id }) => void mark('takenBack', id) : null} />
      </TitledSheet>
    </>
  )
}

/** Says by itself what a load drew, once the live values tell it; on the phone that switched it on. */
function useToldSteps(
  run: OutageRun,
  rungs: ReturnType<typeof rungsOfRun>,
  moments: readonly RunMoment[],
  nowMs: number,
  mark: RunInHand['mark'] | null,
): void {
  const told = useRef(new Set<string>())
  useEffect(() => {
    if (mark === null) return
    for (const { tag, drawnW } of stepsToTell(run, rungs, moments, thisPhone(), nowMs)) {
      const once = `${run.id} ${tag}`
      if (told.current.has(once)) continue
      told.current.add(once)
      void mark('drawn', tag, drawnW)
    }
  })
}
