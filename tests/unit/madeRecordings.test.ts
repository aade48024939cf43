import { describe, expect, it } from 'vitest'
import { type RecordingAnalysis, analyseRecording } from '@/core/outage/analyseRecording'
import type { AnalogChannel } from '@/core/outage/recording'
import { type Claim, isMet, unmetOf } from '../support/claims'
import { type Scene, hzAfter, madeChannel, madeRecording, rmsOf, sceneOf, thdPercentOf } from '../support/madeWaves'

/**
 * Recordings made from a model by many seeds, each with frame, supplies and moments of its own: what the analysis says of them is held against
 * what the model knows, within what the reference allows.
 */
const SEEDS = 24

const analysed = ({ frame, pack }: Scene, channels: AnalogChannel[]): RecordingAnalysis =>
  analyseRecording(madeRecording(frame, channels), pack).analysis
const volts = ({ frame, luck }: Scene, id: string, at: (s: number) => number) => madeChannel(id, frame, luck, at)
/** A clamp on a wide range has no offset to speak of. */
const amperes = ({ frame, luck }: Scene, id: string, at: (s: number) => number) =>
  madeChannel(id, { ...frame, noiseV: 0.02, offsetV: 0, stepV: 0.002 }, luck, at)

const edgeS = ({ frame }: Scene) => Math.max(1, 4000 / frame.rateHz) / 1000
const steepest = ({ island }: Scene) => Math.abs(island.offHz) / island.settlesS
const islandHzWithin = (scene: Scene) => 0.01 + 0.1 * steepest(scene)
const rmsWithin = ({ frame }: Scene) => 0.005 * frame.nominalV
const jumpWithin = ({ pack, street, island }: Scene, gapS: number) =>
  2 + 2 * gapS + (180 * Math.abs(hzAfter(island, 0) - street.hz)) / pack.nominalHz
const recordedRms = ({ frame }: Scene, supplyV: number) => Math.hypot(supplyV, frame.offsetV)
/** Of a moment that falls on a sample: the sample itself is behind it. */
const before = (s: number, edge: number) => s < edge - 1e-9

const KINDS: Record<string, (scene: Scene) => Claim[]> = {
  'an outage of a few milliseconds to seconds': (scene) => {
    const { luck, frame, street, island, onSample, streetV, islandFrom } = scene
    const shortest = luck.oneOf([0.0035, 0.02, 0.1, 1])
    const leavesS = onSample(luck.between(0.7, 1.6))
    const backS = onSample(leavesS + luck.between(shortest, 4 * shortest))
    const jumpDeg = luck.between(-180, 180)
    frame.seconds = backS + luck.between(1.2, 3)
    const islandV = islandFrom(backS, jumpDeg)
    const { gap, events, frequency, ...a } = analysed(scene, [
      volts(scene, 'v1', (s) => (before(s, leavesS) ? streetV(s) : before(s, backS) ? 0 : islandV(s))),
    ])
    const gapMs = 1000 * (backS - leavesS)
    const hz = [hzAfter(island, 0.1), hzAfter(island, frame.seconds - 0.1 - backS)] as const
    return [
      ['start', gap?.startS, leavesS, edgeS(scene)],
      ['end', gap?.endS, backS, edgeS(scene)],
      ['length', gap?.longestPhaseMs, gapMs, 2000 * edgeS(scene)],
      ['residual', events.v1?.[0]?.residualPercent, 0, 2],
      ['energy missing', events.v1?.[0]?.lostEnergyMs, gapMs, 2000 * edgeS(scene)],
      ['phase jump', a.phaseJumpDeg.v1, jumpDeg, jumpWithin(scene, backS - leavesS)],
      ['no step beside it', a.phaseSteps, []],
      ['RMS before', a.rmsBeforeV.v1, recordedRms(scene, rmsOf(street)), rmsWithin(scene)],
      ['RMS after', a.rmsAfterV.v1, recordedRms(scene, rmsOf(island)), rmsWithin(scene)],
      ['distortion before', a.thdBeforePercent.v1, thdPercentOf(street, a.thdOrder), 0.3],
      ['distortion after', a.thdAfterPercent.v1, thdPercentOf(island, a.thdOrder), 0.3],
      ['Hz before', frequency.beforeHz, street.hz, 0.01],
      ['Hz at the end', frequency.afterSettledHz, hz[1], islandHzWithin(scene)],
      ['lowest Hz', frequency.afterMinHz, Math.min(...hz), islandHzWithin(scene)],
      ['highest Hz', frequency.afterMaxHz, Math.max(...hz), islandHzWithin(scene)],
    ]
  },
  'phases that leave and come back one by one': (scene) => {
    const { luck, frame, onSample, streetV, islandFrom } = scene
    const leavesS = luck.between(0.7, 1.6)
    const gapS = luck.between(0.006, 0.2)
    frame.seconds = leavesS + gapS + 1.5
    const phases = [0, 120, 240].map((lagDeg, k) => ({
      id: `v${k + 1}`,
      lagDeg,
      fromS: onSample(leavesS + luck.between(0, 0.004)),
      toS: onSample(leavesS + gapS + luck.between(0, 0.004)),
    }))
    const islandV = islandFrom(Math.min(...phases.map(({ toS }) => toS)), 20)
    const { gap, events } = analysed(
      scene,
      phases.map(({ id, lagDeg, fromS, toS }) =>
        volts(scene, id, (s) => (before(s, fromS) ? streetV(s, lagDeg) : before(s, toS) ? 0 : islandV(s, lagDeg))),
      ),
    )
    const longest = Math.max(...phases.map(({ fromS, toS }) => toS - fromS))
    return [
      ['longest', gap?.longestPhaseMs, 1000 * longest, 2000 * edgeS(scene)],
      ['first', gap?.startS, Math.min(...phases.map(({ fromS }) => fromS)), edgeS(scene)],
      ['last', gap?.endS, Math.max(...phases.map(({ toS }) => toS)), edgeS(scene)],
      ['one each', phases.map(({ id }) => events[id]?.length), [1, 1, 1]],
    ]
  },
  'a recording that begins dead': (scene) => {
    const { luck, frame, island, onSample, islandFrom } = scene
    const backS = onSample(luck.between(0.05, 2))
    frame.seconds = backS + luck.between(1, 2.5)
    const islandV = islandFrom(backS, 0)
    const { gap, frequency, ...a } = analysed(scene, [volts(scene, 'v1', (s) => (before(s, backS) ? 0 : islandV(s)))])
    return [
      ['open', gap?.open, 'start'],
      ['end', gap?.endS, backS, edgeS(scene)],
      ['at least', gap?.atLeastMs, 1000 * backS, 2000 * edgeS(scene)],
      ['not claimed', [gap?.startS, gap?.longestPhaseMs, gap?.rideThroughClass], [null, null, null]],
      ['nothing before', [frequency.beforeHz, a.rmsBeforeV.v1, a.phaseJumpDeg.v1], [null, null, null]],
      ['RMS after', a.rmsAfterV.v1, recordedRms(scene, rmsOf(island)), rmsWithin(scene)],
    ]
  },
  'a recording that ends dead': (scene) => {
    const { luck, frame, street, onSample, streetV } = scene
    const leavesS = onSample(luck.between(0.5, 2))
    frame.seconds = leavesS + luck.between(0.05, 12)
    const lastS = onSample(frame.seconds) - 1 / frame.rateHz
    const { gap, frequency, ...a } = analysed(scene, [volts(scene, 'v1', (s) => (before(s, leavesS) ? streetV(s) : 0))])
    return [
      ['open', gap?.open, 'end'],
      ['start', gap?.startS, leavesS, edgeS(scene)],
      ['at least', gap?.atLeastMs, 1000 * (lastS - leavesS), 2000 * edgeS(scene)],
      ['not claimed', [gap?.endS, gap?.longestPhaseMs, gap?.rideThroughClass], [null, null, null]],
      ['nothing after', [frequency.afterSettledHz, a.rmsAfterV.v1, a.thdAfterPercent.v1], [null, null, null]],
      ['Hz before', frequency.beforeHz, street.hz, 0.01],
    ]
  },
  'one leg of two lost': (scene) => {
    const { luck, frame, street, onSample, streetV } = scene
    const leavesS = onSample(luck.between(0.5, 2))
    const backS = onSample(leavesS + luck.between(0.03, 1))
    frame.seconds = backS + luck.between(1, 2)
    const isGone = (s: number) => !before(s, leavesS) && before(s, backS)
    const { gap, events, frequency, phaseJumpDeg } = analysed(scene, [
      volts(scene, 'v1', (s) => (isGone(s) ? 0 : streetV(s))),
      volts(scene, 'v2', (s) => streetV(s, 180)),
    ])
    return [
      ['start', gap?.startS, leavesS, edgeS(scene)],
      ['end', gap?.endS, backS, edgeS(scene)],
      ['the other leg', [events.v2, phaseJumpDeg.v2], [[], null]],
      ['phase jump', phaseJumpDeg.v1, 0, 2 + 2 * (backS - leavesS)],
      ['Hz before', frequency.beforeHz, street.hz, 0.01],
      ['Hz after', frequency.afterSettledHz, street.hz, 0.01],
    ]
  },
  'a start that does not last': (scene) => {
    const { luck, frame, onSample, streetV, islandFrom } = scene
    const leavesS = onSample(luck.between(0.6, 1.5))
    const falseS = onSample(leavesS + luck.between(0.05, 0.4))
    const goneS = onSample(falseS + luck.between(0.01, 0.12))
    const backS = onSample(goneS + luck.between(0.02, 0.3))
    frame.seconds = backS + luck.between(1.2, 2)
    const jumpDeg = luck.between(-180, 180)
    const [falseV, islandV] = [islandFrom(falseS, luck.between(-180, 180)), islandFrom(backS, jumpDeg)]
    const { gap, events, phaseJumpDeg } = analysed(scene, [
      volts(scene, 'v1', (s) => {
        if (before(s, leavesS)) return streetV(s)
        if (!before(s, backS)) return islandV(s)
        return !before(s, falseS) && before(s, goneS) ? 0.95 * falseV(s) : 0
      }),
    ])
    return [
      ['one event', events.v1?.length, 1],
      ['start', gap?.startS, leavesS, edgeS(scene)],
      ['end', gap?.endS, backS, edgeS(scene)],
      ['phase jump', phaseJumpDeg.v1, jumpDeg, jumpWithin(scene, backS - leavesS)],
    ]
  },
  'a soft start': (scene) => {
    const { luck, frame, island, onSample, streetV, islandFrom } = scene
    const leavesS = onSample(luck.between(0.6, 1.5))
    const backS = onSample(leavesS + luck.between(0.2, 3))
    const rampS = luck.between(0.06, 0.25)
    frame.seconds = backS + rampS + luck.between(1.5, 2.5)
    island.overshoot = 0
    const islandV = islandFrom(backS, luck.between(-180, 180))
    const risen = (s: number) => Math.min(1, (s - backS) / rampS)
    const { gap } = analysed(scene, [
      volts(scene, 'v1', (s) => (before(s, leavesS) ? streetV(s) : before(s, backS) ? 0 : risen(s) * islandV(s))),
    ])
    return [
      ['start', gap?.startS, leavesS, edgeS(scene)],
      ['end', gap?.endS, backS + (rampS * 0.92 * frame.nominalV) / island.rmsV, 0.012],
    ]
  },
  'two phases swapped, or none': (scene) => {
    const { luck, frame, onSample, streetV, islandFrom } = scene
    const leavesS = onSample(luck.between(0.6, 1.5))
    const backS = onSample(leavesS + luck.between(0.02, 0.3))
    frame.seconds = backS + luck.between(1, 2)
    const islandV = islandFrom(backS, luck.between(-180, 180))
    const turns = luck.oneOf([1, -1])
    const a = analysed(
      scene,
      [0, 120, 240].map((lagDeg, k) =>
        volts(scene, `v${k + 1}`, (s) =>
          before(s, leavesS) ? streetV(s, lagDeg) : before(s, backS) ? 0 : islandV(s, turns * lagDeg),
        ),
      ),
    )
    return [
      ['rotation', [a.rotationBefore, a.rotationAfter], ['123', turns > 0 ? '123' : '132']],
      ['angle before', a.anglesBeforeDeg.v2, -120, 1],
      ['angle after', a.anglesAfterDeg.v3, turns * 120, 1],
    ]
  },
  'a dip, with an outage behind it or without': (scene) => {
    const { luck, frame, street, onSample, streetV, islandFrom } = scene
    const fromS = onSample(luck.between(0.5, 1))
    const toS = onSample(fromS + luck.between(0.06, 0.3))
    const leavesS = onSample(toS + luck.between(0.4, 1))
    const backS = onSample(leavesS + luck.oneOf([0, luck.between(0.02, 0.2)]))
    const depth = luck.between(0.25, 0.75)
    frame.seconds = backS + luck.between(1.2, 2)
    const islandV = islandFrom(backS, luck.between(-180, 180))
    const hasGap = backS > leavesS
    const { gap, events } = analysed(scene, [
      volts(scene, 'v1', (s) => {
        if (!before(s, fromS) && before(s, toS)) return depth * streetV(s)
        if (!hasGap || before(s, leavesS)) return streetV(s)
        return before(s, backS) ? 0 : islandV(s)
      }),
    ])
    const [dip] = events.v1 ?? []
    return [
      ['kinds', events.v1?.map(({ kind }) => kind), hasGap ? ['dip', 'gap'] : ['dip']],
      ['its start', dip?.startS, fromS, 1.5 * edgeS(scene)],
      ['its end', dip?.endS, toS, edgeS(scene)],
      ['what is left in it', dip?.residualPercent, (100 * depth * street.rmsV) / frame.nominalV, 2],
      ...(hasGap
        ? ([['the outage', gap?.startS, leavesS, edgeS(scene)]] satisfies Claim[])
        : ([['no outage', gap, null]] satisfies Claim[])),
    ]
  },
  'nothing at all but drift, a sag that is none and spikes': (scene) => {
    const { luck, frame, pack, street, onSample, streetV } = scene
    frame.seconds = luck.between(2, 12)
    const sagS = luck.between(0.3, frame.seconds - 0.5)
    const sag = Math.min(1, (luck.between(0.93, 0.99) * frame.nominalV) / street.rmsV)
    const spikes = [1, 2].map(() => onSample(luck.between(0.2, 1.8)))
    const drift = luck.between(-0.01, 0.01)
    const { gap, events, frequency, phaseSteps, rmsAfterV } = analysed(scene, [
      volts(scene, 'v1', (s) => {
        const size = (1 + (drift * s) / frame.seconds) * (s > sagS && s < sagS + 0.25 ? sag : 1)
        return size * streetV(s) + (spikes.some((at) => Math.abs(at - s) < 1e-9) ? 0.4 * frame.nominalV : 0)
      }),
    ])
    return [
      ['no event', [gap, events.v1, phaseSteps], [null, [], []]],
      ['nothing after', [frequency.afterSettledHz, rmsAfterV.v1], [null, null]],
      ['Hz', frequency.beforeHz, street.hz, 0.02],
      ['farthest Hz', frequency.maxExcursionHz, Math.abs(street.hz - pack.nominalHz), 0.02],
    ]
  },
  'another supply without a gap': (scene) => {
    const { luck, frame, pack, street, island, onSample, streetV, islandFrom } = scene
    const atS = onSample(luck.between(0.6, 1.5))
    frame.seconds = atS + luck.between(1.2, 2)
    island.overshoot = 0
    const jumpDeg = luck.oneOf([1, -1]) * luck.between(12, 30)
    const islandV = islandFrom(atS, jumpDeg)
    const { gap, phaseSteps, frequency } = analysed(scene, [
      volts(scene, 'v1', (s) => (before(s, atS) ? streetV(s) : islandV(s))),
    ])
    const farthest = Math.max(
      ...[street.hz, hzAfter(island, 0.1), hzAfter(island, frame.seconds - atS)].map((hz) =>
        Math.abs(hz - pack.nominalHz),
      ),
    )
    return [
      ['no gap', gap, null],
      ['one step', phaseSteps.length, 1],
      ['where', phaseSteps[0]?.atS, atS, 0.6 / pack.nominalHz],
      ['jump', phaseSteps[0]?.deg, jumpDeg, jumpWithin(scene, 0)],
      ['farthest Hz', frequency.maxExcursionHz, farthest, islandHzWithin(scene)],
    ]
  },
  'the start of a motor': (scene) => {
    const { luck, frame, onSample, streetV } = scene
    const startS = onSample(luck.between(0.6, 1.6))
    const heldS = luck.between(0.2, 0.8)
    const runningA = luck.between(3, 10)
    const inrushA = runningA * luck.between(3.5, 7)
    const besideA = luck.between(0.5, 4)
    const sag = luck.between(0.05, 0.14)
    frame.seconds = startS + heldS + luck.between(2, 3)
    const CALMS_S = 0.03
    const drawnA = (s: number) => {
      if (before(s, startS)) return 0
      if (s < startS + heldS) return inrushA
      return runningA + (inrushA - runningA) * Math.exp(-(s - startS - heldS) / CALMS_S)
    }
    const shape = (s: number) => streetV(s) / scene.street.rmsV
    const { motor } = analysed(scene, [
      volts(scene, 'v1', (s) => streetV(s) * (1 - (sag * drawnA(s)) / inrushA)),
      amperes(scene, 'i1', (s) => (besideA + drawnA(s)) * shape(s)),
    ])
    const within = (amps: number) => 0.03 * amps + 0.1
    return [
      ['start', motor?.startS, startS, 0.003],
      ['inrush', motor?.inrushRmsA, inrushA + besideA, within(inrushA + besideA)],
      ['running', motor?.runningA, runningA + besideA, within(runningA + besideA)],
      ['how long', motor?.durationS, heldS + CALMS_S * Math.log(10), 0.03],
      ['sag', motor?.sagPercent, 100 * sag, 1],
    ]
  },
  'an overload that folds back, trips and restarts': (scene) => {
    const { luck, frame, street, island, onSample, streetV, islandFrom } = scene
    const riseS = onSample(luck.between(0.8, 1.6))
    const foldS = riseS + luck.between(0.3, 3)
    const foldingS = luck.between(0.3, 0.6)
    const tripS = onSample(foldS + foldingS)
    const backS = onSample(tripS + luck.between(1, 6))
    const low = luck.between(0.6, 0.85)
    const [besideA, overloadA] = [luck.between(3, 10), luck.between(20, 40)]
    frame.seconds = backS + luck.between(1.2, 2)
    island.overshoot = 0
    const islandV = islandFrom(backS, luck.between(-180, 180))
    const folded = (s: number) => (s < foldS ? 1 : 1 - ((1 - low) * (s - foldS)) / foldingS)
    const shape = (s: number) => (folded(s) * streetV(s)) / street.rmsV
    const { overload } = analysed(scene, [
      volts(scene, 'v1', (s) => (before(s, tripS) ? folded(s) * streetV(s) : before(s, backS) ? 0 : islandV(s))),
      amperes(scene, 'i1', (s) =>
        before(s, tripS) ? (before(s, riseS) ? besideA : overloadA) * shape(s) : before(s, backS) ? 0 : islandV(s) / 50,
      ),
    ])
    return [
      ['rise', overload?.riseS, riseS, 0.02],
      ['before', overload?.beforeA, besideA, 0.03 * besideA + 0.1],
      ['overload', overload?.overloadA, overloadA, 0.03 * overloadA + 0.1],
      ['98 %', overload?.foldbackStartS, foldS + (foldingS * 0.02) / (1 - low), 0.025],
      ['lowest', overload?.foldbackLowPercent, (100 * low * street.rmsV) / frame.nominalV, 3],
      ['trip', overload?.tripS, tripS, 0.012],
      ['restart', overload?.restartS, backS, edgeS(scene)],
    ]
  },
  'the return of the street with a second gap': (scene) => {
    const { luck, frame, street, island, pack, onSample, streetV, islandFrom } = scene
    const gridBackS = onSample(luck.between(0.7, 2))
    const leavesS = onSample(gridBackS + luck.between(2, 5))
    const backS = onSample(leavesS + luck.between(0.0035, 0.12))
    frame.seconds = backS + luck.between(1.2, 2.5)
    Object.assign(island, { overshoot: 0, offHz: 0, hz: pack.nominalHz + luck.between(-0.2, 0.2) })
    const leadsDeg = luck.between(-180, 180)
    const islandV = islandFrom(0, leadsDeg)
    const { return: back, phaseJumpDeg } = analysed(scene, [
      volts(scene, 'vGrid', (s) => (before(s, gridBackS) ? 0 : streetV(s))),
      volts(scene, 'v1', (s) => (before(s, leavesS) ? islandV(s) : before(s, backS) ? 0 : streetV(s))),
    ])
    const islandLeadsDeg = leadsDeg + 360 * (island.hz - street.hz) * backS
    return [
      ['street back', back?.gridBackS, gridBackS, 0.02],
      ['joined', back?.reconnectS, backS, 0.02],
      ['second gap', back?.secondGapMs, 1000 * (backS - leavesS), 2000 * edgeS(scene)],
      ['slip', back?.slipHz, island.hz - street.hz, 0.02],
      ['phase jump', phaseJumpDeg.v1, -islandLeadsDeg, jumpWithin(scene, backS - leavesS)],
    ]
  },
}

describe.each(Object.keys(KINDS))('%s', (kind) => {
  const index = Object.keys(KINDS).indexOf(kind)
  const claimsOf = KINDS[kind] ?? (() => [])

  it('is told as it was made, whatever the frame', () => {
    const misses = unmetOf(SEEDS, (seed) => claimsOf(sceneOf(seed * 7919 + index * 104_729)))
    expect(misses).toEqual([])
  })
})

it('would notice a figure that is off, one that is missing and another word', () => {
  const claims: Claim[] = [
    ['end', 1.2, 1, 0.1],
    ['end', null, 1, 0.1],
    ['open', 'start', 'end'],
    ['phase jump', 179, -180, 2],
  ]
  expect(claims.map(isMet)).toEqual([false, false, false, true])
})
