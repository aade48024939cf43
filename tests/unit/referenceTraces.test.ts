import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { type VoltageEvent, analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))

interface TrueEvent {
  kind: string
  startS: number
  endS: number
  durationMs: number
  residualPercent: number
}
interface Capture {
  id: string
  files: { kind: string; type?: string; revision?: number; files: string[]; rows?: number }[]
  fsHz: number
  samples: number
  nominalV: number
  nominalHz: number
  gap: { startS: number; endS: number; longestPhaseMs: number; overallMs: number; rideThroughClass: string }
  events: Record<string, TrueEvent[]>
  rmsBeforeV: Record<string, number>
  frequency: { beforeHz: number }
  tolerances: {
    gapMs: number
    dipMs: number
    dipResidualPercent: number
    frequencyHz: number
    rmsV: number
    halfCycleGapMs: number
  }
}

const { captures } = JSON.parse(readFileSync(`${folder}truth.json`, 'utf8')) as { captures: Capture[] }
const forms = captures.flatMap((capture) =>
  capture.files.map((form) => ({
    capture,
    form,
    name: `${capture.id}, ${form.kind} ${form.revision ?? ''} ${form.type ?? ''}`,
  })),
)
const read = (names: string[]) =>
  readRecording(names.map((name) => ({ name, bytes: new Uint8Array(readFileSync(folder + name)) })))

describe.each(forms)('$name', ({ capture, form }) => {
  const recording = read(form.files)
  const { analysis } = analyseRecording(recording, null)
  const { tolerances } = capture

  it('reads every sample at the right rate', () => {
    expect(recording.analog[0]?.samples).toHaveLength(capture.samples)
    expect(Math.abs(recording.sampleRateHz - capture.fsHz)).toBeLessThan(capture.fsHz * 1e-4)
    expect([analysis.nominalV, analysis.nominalHz]).toEqual([capture.nominalV, capture.nominalHz])
  })

  it('finds the gap and its class', () => {
    expect(analysis.gap?.rideThroughClass).toBe(capture.gap.rideThroughClass)
    expect(Math.abs((analysis.gap?.longestPhaseMs ?? NaN) - capture.gap.longestPhaseMs)).toBeLessThanOrEqual(
      tolerances.gapMs,
    )
    expect(Math.abs((analysis.gap?.overallMs ?? NaN) - capture.gap.overallMs)).toBeLessThanOrEqual(tolerances.gapMs)
    expect(1000 * Math.abs((analysis.gap?.startS ?? NaN) - capture.gap.startS)).toBeLessThanOrEqual(tolerances.gapMs)
    expect(1000 * Math.abs((analysis.gap?.endS ?? NaN) - capture.gap.endS)).toBeLessThanOrEqual(tolerances.gapMs)
    expect(Math.abs((analysis.gap?.halfCycleGapMs ?? NaN) - capture.gap.longestPhaseMs)).toBeLessThanOrEqual(
      tolerances.halfCycleGapMs + tolerances.gapMs,
    )
  })

  it('tells dips from gaps on every channel', () => {
    const kinds = (events: readonly { kind: string }[] = []) => events.map(({ kind }) => kind)
    for (const [channel, expected] of Object.entries(capture.events)) {
      const found: readonly VoltageEvent[] = analysis.events[channel] ?? []
      expect(kinds(found)).toEqual(kinds(expected))
      expected.forEach((event, k) => {
        const allowed = event.kind === 'gap' ? tolerances.gapMs : tolerances.dipMs
        expect(1000 * Math.abs((found[k]?.startS ?? NaN) - event.startS)).toBeLessThanOrEqual(allowed)
        expect(Math.abs((found[k]?.durationMs ?? NaN) - event.durationMs)).toBeLessThanOrEqual(allowed)
        expect(Math.abs((found[k]?.residualPercent ?? NaN) - event.residualPercent)).toBeLessThanOrEqual(
          tolerances.dipResidualPercent,
        )
      })
    }
  })

  it('measures voltage and frequency before', () => {
    expect(Math.abs((analysis.frequency.beforeHz ?? NaN) - capture.frequency.beforeHz)).toBeLessThanOrEqual(
      tolerances.frequencyHz,
    )
    for (const [channel, rmsV] of Object.entries(capture.rmsBeforeV))
      expect(Math.abs((analysis.rmsBeforeV[channel] ?? NaN) - rmsV)).toBeLessThanOrEqual(tolerances.rmsV)
  })
})
