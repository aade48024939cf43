import { MessageChannel } from 'node:worker_threads'
import { type Endpoint, expose, wrap } from 'comlink'
import nodeEndpoint from 'comlink/dist/umd/node-adapter'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { practiceRecording } from '@/core/outage/practiceRecording'
import { RULE_PACKS } from '@/core/rules/packs'
import { waveAsSingleFile } from '@/devices/waveSource'
import { recordingCalls } from './recordingCalls'

const { port1, port2 } = new MessageChannel()
expose(recordingCalls, (nodeEndpoint as unknown as (port: unknown) => Endpoint)(port1))
const calls = wrap<typeof recordingCalls>((nodeEndpoint as unknown as (port: unknown) => Endpoint)(port2))
afterAll(() => port1.close())

describe('the recording worker’s calls over a channel', () => {
  it('hand over the analysis and the waves', async () => {
    const bytes = waveAsSingleFile({
      station: 'T',
      rateHz: 8000,
      durationS: 1,
      nominalV: 120,
      hz: 60,
      phases: 2,
      gapStartS: 0.4,
      gapMs: 80,
      jumpDeg: 20,
      islandHz: 60,
      noise: 0.001,
      seed: 3,
    })
    const result = await calls.analyse([{ name: 'a.cff', bytes }], RULE_PACKS['na-split-240'])
    if (!result.ok) throw new Error(result.error.message)
    expect(Math.abs((result.value.analysis.gap?.longestPhaseMs ?? NaN) - 80)).toBeLessThan(1.6)
    expect(result.value.voltages.map(({ samples }) => samples.length)).toEqual([8000, 8000])
  })
  it('practise with a recording that is read to its gap', async () => {
    const analyse = vi.spyOn(recordingCalls, 'analyse')
    await calls.practise(RULE_PACKS['na-split-240'])
    expect(analyse).toHaveBeenCalled()
    for (const { value } of analyse.mock.results) {
      const result = value as ReturnType<typeof recordingCalls.analyse>
      expect(result.ok && result.value.analysis.gap?.longestPhaseMs).toBeCloseTo(80, -1)
    }
    analyse.mockRestore()
  })
  it('read what a person picked themselves, and say what is wrong with it by its name', async () => {
    const bytes = new Uint8Array(practiceRecording().bytes)
    const read = await recordingCalls.analysePicked([new File([bytes], 'a.cff')], RULE_PACKS['iec-1ph-230'])
    expect(read.ok && read.value.analysis.gap?.longestPhaseMs).toBeCloseTo(80, -1)
    const refused = await recordingCalls.analysePicked([new File(['x'], 'b.cfg')], RULE_PACKS['iec-1ph-230'])
    expect(refused).toMatchObject({ ok: false, error: { path: 'b.cfg', message: expect.stringContaining('.dat') } })
  })
  it('ask for the size of what a person picked before a byte of it is read', async () => {
    const file = new File(['x'], 'afternoon.cff')
    Object.defineProperty(file, 'size', { value: 2 ** 30 })
    const read = vi.spyOn(file, 'arrayBuffer')
    const refused = await recordingCalls.analysePicked([file], RULE_PACKS['iec-1ph-230'])
    expect(refused).toMatchObject({
      ok: false,
      error: { message: expect.stringMatching(/^afternoon.cff: larger than 64 MB/) },
    })
    expect(read).not.toHaveBeenCalled()
  })
  it('hand over what a person can put right as a value', async () => {
    expect(
      await calls.analyse([{ name: 'a.csv', bytes: new Uint8Array([1, 2, 3]) }], RULE_PACKS['iec-1ph-230']),
    ).toEqual({
      ok: false,
      error: { path: 'a.csv', message: expect.stringContaining('a.csv') },
    })
  })
})
