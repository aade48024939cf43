import type { RulePack } from '../../rules/rulePack'
import type { Gap, PerChannel, RecordingAnalysis, VoltageEvent } from '../analyseRecording'
import { recordingGap } from '../recordingGap'
import type { RecordingPart } from './recordingParts'
import { timeOfRowS } from './rowClock'
import type { LongScan } from './scanRecording'

/** A part with what its own analysis found, its times from its own beginning. */
export interface AnalysedPart {
  part: Pick<RecordingPart, 'from' | 'to' | 'lostThroughout'>
  analysis: RecordingAnalysis
}

/** A time of a part as one of the whole; what is not known stays so. */
type Later = <T extends number | null>(timeS: T) => T
const laterBy = (seconds: number): Later => {
  return <T extends number | null>(timeS: T) => (timeS === null ? timeS : timeS + seconds) as T
}

function eventLater(event: VoltageEvent, later: Later, fromRow: number): VoltageEvent {
  const row = (sample: number | null) => (sample === null ? null : sample + fromRow)
  return {
    ...event,
    startS: later(event.startS),
    endS: later(event.endS),
    startSample: row(event.startSample),
    endSample: row(event.endSample),
    rampFromS: later(event.rampFromS),
    rampToS: later(event.rampToS),
  }
}

/** What a voltage was without from one end of a part to the other, where its own analysis takes it for a lead that hangs free. */
const lostThroughout = (seenMs: number): VoltageEvent => ({
  kind: 'gap',
  startS: null,
  endS: null,
  startSample: null,
  endSample: null,
  durationMs: null,
  residualPercent: 0,
  lostEnergyMs: null,
  seenMs,
  rampFromS: null,
  rampToS: null,
})

/** Two halves of an event that lasted from one part into the next. */
function joined(left: VoltageEvent, right: VoltageEvent): VoltageEvent {
  const { startS } = left
  const { endS } = right
  const durationMs = startS === null || endS === null ? null : 1000 * (endS - startS)
  return {
    kind: left.kind === 'gap' || right.kind === 'gap' ? 'gap' : 'dip',
    startS,
    endS,
    startSample: left.startSample,
    endSample: right.endSample,
    durationMs,
    residualPercent: Math.min(left.residualPercent, right.residualPercent),
    lostEnergyMs: null,
    seenMs: durationMs ?? left.seenMs + right.seenMs,
    rampFromS: left.rampFromS,
    rampToS: right.rampToS,
  }
}

/**
 * Events of one voltage through all parts. Between two parts nothing changed, or there would be one: what was still gone as one ended is what
 * was gone as the next began. Where places were left out that is not known, and both stay open.
 */
function eventsOf(id: string, parts: readonly AnalysedPart[], { clock, partsLeft }: LongScan): VoltageEvent[] {
  const events: VoltageEvent[] = []
  for (const { part, analysis } of parts) {
    const beganS = timeOfRowS(clock, part.from)
    const later = laterBy(beganS)
    const own = part.lostThroughout.includes(id)
      ? [lostThroughout(1000 * (timeOfRowS(clock, part.to) - beganS))]
      : (analysis.events[id] ?? []).map((event) => eventLater(event, later, part.from))
    for (const event of own) {
      const before = events.at(-1)
      if (before && before.endS === null && event.startS === null && partsLeft === 0)
        events[events.length - 1] = joined(before, event)
      else events.push(event)
    }
  }
  return events
}

/** A part's figures that are moments of it, as moments of the whole. */
function momentsLater({ motor, overload, return: back, phaseSteps }: RecordingAnalysis, later: Later) {
  return {
    phaseSteps: phaseSteps.map((step) => ({ ...step, atS: later(step.atS) })),
    motor: motor && { ...motor, startS: later(motor.startS) },
    overload: overload && {
      ...overload,
      riseS: later(overload.riseS),
      foldbackStartS: later(overload.foldbackStartS),
      tripS: later(overload.tripS),
      restartS: later(overload.restartS),
    },
    return: back && { ...back, gridBackS: later(back.gridBackS), reconnectS: later(back.reconnectS) },
  }
}

/** Whether a part holds anything that parts a recording into before and after. */
export const showsSomething = ({ events, motor, return: back }: RecordingAnalysis): boolean =>
  motor !== null || back !== null || Object.values(events).some((list) => list.length > 0)

/** Figures of each voltage of the house; `null` where a part does not hold one, whatever another part holds. */
const ofHouse = (ids: readonly string[], figures: PerChannel): PerChannel =>
  Object.fromEntries(ids.map((id) => [id, figures[id] ?? null]))

/** A moment of an outage: when it begins, or ends where its beginning is not known. */
const momentOf = ({ startS, endS }: Gap): number => startS ?? endS ?? 0

/**
 * The analysis of a long recording, made of those of its parts: every event, and the outage among them as for a short one (T-2); RMS and
 * distortion before the first of them and after the last; all else of the part that holds the outage, or of the first that holds a motor's start
 * or a return.
 *
 * @param parts at least one, in the order of the recording
 */
export function joinedAnalysis(
  scan: LongScan,
  parts: readonly [AnalysedPart, ...AnalysedPart[]],
  rules: Pick<RulePack, 'limits'>,
): RecordingAnalysis {
  const { clock, rows, houseIds } = scan
  const isIn = ({ part }: AnalysedPart, timeS: number) =>
    timeS >= timeOfRowS(clock, part.from) && timeS < timeOfRowS(clock, part.to)
  const events = Object.fromEntries(houseIds.map((id) => [id, eventsOf(id, parts, scan)]))
  const analyses = parts.map(({ analysis }) => analysis)
  const bracketMs = Math.max(0, ...analyses.map(({ gap }) => gap?.halfCycleGapMs ?? 0))
  const gap = recordingGap(Object.values(events), bracketMs, rules)
  const main =
    parts.find((one) => gap !== null && isIn(one, momentOf(gap))) ??
    parts.find((one) => one.analysis.motor !== null || one.analysis.return !== null) ??
    parts[0]
  const later = laterBy(timeOfRowS(clock, main.part.from))
  const { analysis } = main
  const { halfCycleGapMs } = analysis.gap ?? { halfCycleGapMs: null }
  const first = analyses.find(showsSomething) ?? analysis
  const last = analyses.findLast(showsSomething) ?? analysis
  return {
    ...analysis,
    durationS: timeOfRowS(clock, rows - 1),
    voltageIds: houseIds,
    silentIds: analysis.silentIds.filter((id) => !houseIds.includes(id)),
    gap: gap && { ...gap, halfCycleGapMs: gap.longestPhaseMs === null ? null : halfCycleGapMs },
    events,
    rmsBeforeV: ofHouse(houseIds, first.rmsBeforeV),
    thdBeforePercent: ofHouse(houseIds, first.thdBeforePercent),
    rmsAfterV: ofHouse(houseIds, last.rmsAfterV),
    thdAfterPercent: ofHouse(houseIds, last.thdAfterPercent),
    ...momentsLater(analysis, later),
  }
}
