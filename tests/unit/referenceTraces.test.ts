import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { figuresOfRecording } from '@/cli/traceCommand'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { RULE_PACKS } from '@/core/rules/packs'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }
type Tolerances = Record<string, number>
interface Capture {
  id: string
  files: { kind: string; type?: string; revision?: number; files: string[]; stampsOnly?: boolean }[]
  nominalHz: number
  nominalV: number
  tolerances: Tolerances
  [field: string]: unknown
}
const capturesOf = (name: string) =>
  (JSON.parse(readFileSync(folder + name, 'utf8')) as { captures: Capture[] }).captures
const captures = [...capturesOf('truth.json'), ...capturesOf('truth2.json')]
const forms = captures.flatMap((capture) =>
  capture.files.map((form) => ({
    capture,
    form,
    name: `${capture.id}, ${form.kind} ${form.revision ?? ''} ${form.type ?? ''}`,
  })),
)
const read = (names: string[]) =>
  readRecording(names.map((name) => ({ name, bytes: new Uint8Array(readFileSync(folder + name)) })))

const EXACT = 1e-9
/** How far a field may be off, by its name and where it stands. */
function allowed(path: readonly string[], t: Tolerances, event: Json): number {
  const [top = '', second = ''] = path
  const field = path.at(-1) ?? ''
  const isDip = event !== null && typeof event === 'object' && !Array.isArray(event) && event.kind === 'dip'
  const edgeMs = isDip ? (t.dipMs ?? 0) : (t.gapMs ?? 0)
  if (top === 'events') {
    if (field.endsWith('Sample')) return Infinity
    if (field === 'residualPercent') return t.residualPercent ?? t.dipResidualPercent ?? 0
    if (field === 'durationMs' || field === 'lostEnergyMs') return 2 * edgeMs
    return edgeMs / 1000
  }
  if (top === 'gap') return field === 'startS' || field === 'endS' ? (t.gapMs ?? 0) / 1000 : 2 * (t.gapMs ?? 0)
  if (top === 'lostEnergyMs') return 2 * (t.gapMs ?? 0)
  if (top === 'phaseJumpDeg') return t.phaseJumpDeg ?? 0
  if (top.startsWith('angles')) return t.angleDeg ?? 0
  if (top.startsWith('thd')) return top === 'thdOrder' ? 0 : (t.thdPercent ?? 0)
  if (top.startsWith('rms')) return t.rmsV ?? 0
  if (top.startsWith('overshoot')) return t[top] ?? 0
  if (top === 'frequency') return second.startsWith('rocof') ? (t.rocofHzPerS ?? 0) : (t.frequencyHz ?? 0)
  if (top === 'status') return field === 'timeS' ? (t.timeS ?? 0) : 0
  return EXACT
}
const relative = (path: readonly string[], t: Tolerances, value: number): number => {
  const [top, field = ''] = path
  const amps = ((t.ampPercent ?? 0) / 100) * Math.abs(value) + 0.1
  if (top === 'motor') {
    if (field.endsWith('A')) return amps
    const own: Tolerances = {
      startS: t.motorStartS ?? 0,
      durationS: t.motorDurationS ?? 0,
      recoveryS: t.recoveryS ?? 0,
      lowestHz: t.frequencyHz ?? 0,
      sagMinV: ((t.sagPercent ?? 0) / 100) * 230,
    }
    return own[field] ?? t.sagPercent ?? 0
  }
  if (top === 'overload') {
    if (field.endsWith('A')) return amps
    const own: Tolerances = {
      riseS: t.riseS ?? 0,
      foldbackStartS: t.foldbackS ?? 0,
      foldbackLowPercent: t.foldbackPercent ?? 0,
      tripS: t.tripS ?? 0,
      heldS: (t.foldbackS ?? 0) + (t.riseS ?? 0),
      restartS: (t.gapMs ?? 0) / 1000,
      downS: t.downS ?? 0,
    }
    return own[field] ?? 0
  }
  if (field === 'slipHz') return t.slipHz ?? 0
  return field === 'secondGapMs' ? 2 * (t.gapMs ?? 0) : (t.returnS ?? 0)
}

/** Every field of the truth that an answer does not meet, with what it says instead. */
function misses(actual: Json, expected: Json, t: Tolerances, path: string[] = [], event: Json = null): string[] {
  const at = path.join('/')
  if (typeof expected === 'number') {
    const [top = ''] = path
    const within = ['motor', 'overload', 'return'].includes(top) ? relative(path, t, expected) : allowed(path, t, event)
    if (typeof actual !== 'number') return [`${at}: ${String(actual)} instead of ${expected}`]
    const off = Math.abs(actual - expected)
    const turned =
      path[0]?.startsWith('angles') || path[0] === 'phaseJumpDeg' ? Math.min(off, Math.abs(360 - off)) : off
    return turned <= within + EXACT ? [] : [`${at}: ${actual} instead of ${expected} ± ${within}`]
  }
  if (path.at(-1) === 'falseStarts') return []
  if (expected === null || typeof expected !== 'object')
    return actual === expected ? [] : [`${at}: ${JSON.stringify(actual)} instead of ${JSON.stringify(expected)}`]
  if (actual === null || typeof actual !== 'object') return [`${at}: ${String(actual)} instead of an object`]
  if (Array.isArray(expected) && (actual as Json[]).length !== expected.length)
    return [`${at}: ${(actual as Json[]).length} entries instead of ${expected.length}`]
  return Object.entries(expected).flatMap(([key, value]) =>
    misses(
      (actual as Record<string, Json>)[key] ?? null,
      value,
      t,
      [...path, key],
      path[0] === 'events' && path.length === 2 ? value : event,
    ),
  )
}

/** What only the truth knows, or says of the files and not of the recording. */
const NOT_ANSWERED = new Set(['id', 'about', 'files', 'from', 'to', 'tolerances', 'defects', 'irregular'])
/** Row numbers follow from the moment; the rate of a form in text is known to a ten-thousandth. */
function expectedOf({ fsHz: _rate, ...capture }: Capture): Json {
  return Object.fromEntries(Object.entries(capture).filter(([key]) => !NOT_ANSWERED.has(key))) as Json
}

describe.each(forms)('$name', ({ capture, form }) => {
  const recording = read(form.files)
  const pack = Object.values(RULE_PACKS).find(
    ({ nominalV, nominalHz }) => nominalV === capture.nominalV && nominalHz === capture.nominalHz,
  )

  it('is met in every field', () => {
    const figures = figuresOfRecording(recording, pack ?? null, {}) as unknown as Json
    const expected = expectedOf(capture) as Record<string, Json>
    if (form.kind === 'csv') {
      const channels = expected.channels as Record<string, Json>
      expected.channels = { voltages: channels.voltages ?? null, currents: channels.currents ?? null }
    }
    // where the stamps alone say the time, none of them is missing
    if (form.stampsOnly) (expected.missing as Record<string, Json>).stamps = []
    expect(misses(figures, expected, capture.tolerances)).toEqual([])
  })

  it('says the same without being told what is nominal', () => {
    const { nominalV, nominalHz } = analyseRecording(recording, null).analysis
    expect([nominalV, nominalHz]).toEqual([capture.nominalV, capture.nominalHz])
    const rate = (capture.fsHz as number | null | undefined) ?? recording.sampleRateHz
    expect(Math.abs(recording.sampleRateHz / rate - 1)).toBeLessThan(1e-4)
  })
})

it('would notice a figure that is off, an event too many and a word', () => {
  const tolerances = { gapMs: 1, frequencyHz: 0.01 }
  expect(
    misses(
      { gap: { startS: 1.1 }, events: { v1: [] }, rotationAfter: '132' },
      { gap: { startS: 1 }, events: { v1: [{ kind: 'gap' }] }, rotationAfter: '123' },
      tolerances,
    ),
  ).toHaveLength(3)
})
