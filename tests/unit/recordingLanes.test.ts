import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { extentOf } from '@/core/outage/lanes/laneLine'
import { recordingLanes } from '@/core/outage/lanes/recordingLanes'
import { readRecording } from '@/core/outage/readRecording'
import { RULE_PACKS } from '@/core/rules/packs'
import { madeChannel, madeRecording, sceneOf } from '../support/madeWaves'

describe('the lanes of a recorder’s file', () => {
  const TRACES = 'tests/reference/traces/'
  const lanesOf = (...names: string[]) => {
    const recording = readRecording(names.map((name) => ({ name, bytes: new Uint8Array(readFileSync(TRACES + name)) })))
    const { analysis } = analyseRecording(recording, RULE_PACKS['iec-1ph-230'])
    return { analysis, lanes: recordingLanes(recording, analysis) }
  }

  it('agree with the figures of the analysis', () => {
    const { analysis, lanes } = lanesOf('c2-single-400ms.cfg', 'c2-single-400ms.dat')
    const [line] = lanes.frequencyHz
    const { beforeHz, afterSettledHz } = analysis.frequency
    const at = (from: number, to: number) =>
      [...(line?.timesS ?? [])].flatMap((atS, k) => (atS > from && atS < to ? [line?.values[k] as number] : []))
    const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length
    const { startS, endS } = analysis.gap as { startS: number; endS: number }
    expect(mean(at(0, startS))).toBeCloseTo(beforeHz as number, 2)
    expect(mean(at(endS + 0.6, analysis.durationS))).toBeCloseTo(afterSettledHz as number, 1)
    // nothing is said of the time without a supply
    expect(at(startS + 0.1, endS - 0.1).every((hz) => Number.isNaN(hz))).toBe(true)
  })

  it('show what a motor draws as it starts, and no more power than volts times amps', () => {
    const { lanes } = lanesOf('d3-motor-start.cff')
    expect(lanes.powerW.length).toBeGreaterThan(0)
    const [least, most] = extentOf(lanes.powerW) ?? [0, 0]
    expect(most).toBeGreaterThan(500)
    expect(least).toBeGreaterThan(-200)
  })

  it('have no power without a current', () => {
    expect(lanesOf('d8-nothing.cfg', 'd8-nothing.dat').lanes.powerW).toEqual([])
  })

  it.each([
    ['a gap of 5 ms', 0.005],
    ['a step of the phase', 0],
  ])('draw no frequency across %s', (_, gapS) => {
    const { frame, pack, street, onSample, streetV, islandFrom, luck } = sceneOf(1)
    frame.seconds = 3
    const [leavesS, backS] = [onSample(1), onSample(1 + gapS)]
    const islandV = islandFrom(backS, 25)
    const v1 = madeChannel('v1', frame, luck, (s) => (s < leavesS ? streetV(s) : s < backS ? 0 : islandV(s)))
    const recording = madeRecording(frame, [v1])
    const { analysis } = analyseRecording(recording, pack)
    const [line] = recordingLanes(recording, analysis).frequencyHz
    const before = [...(line?.timesS ?? [])].flatMap((atS, k) => (atS < leavesS ? [line?.values[k] ?? NaN] : []))
    expect(before.length).toBeGreaterThan(10)
    expect(Math.max(...before.map((hz) => Math.abs(hz - street.hz)))).toBeLessThan(0.02)
    expect([...(line?.values ?? [])].some((hz) => Number.isNaN(hz))).toBe(true)
  })
})
