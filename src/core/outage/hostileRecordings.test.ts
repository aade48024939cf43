import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { complaint } from '../../../tests/support/complaint'
import { type WaveScenario, waveAsSingleFile } from '@/devices/waveSource'
import { RULE_PACKS } from '../rules/packs'
import { analyseRecording } from './analyseRecording'
import { readRecording } from './readRecording'

const utf8 = (text: string) => new TextEncoder().encode(text)
const read = (name: string, content: string | Uint8Array) =>
  readRecording([{ name, bytes: typeof content === 'string' ? utf8(content) : content }])
const SCENARIO: WaveScenario = {
  station: 'TEST',
  rateHz: 8000,
  durationS: 1,
  nominalV: 230,
  hz: 50,
  phases: 1,
  gapStartS: 0.4,
  gapMs: 60,
  jumpDeg: 40,
  islandHz: 50.2,
  noise: 0.001,
  seed: 1,
}

describe('files that are not what they should be', () => {
  it.each([
    ['a.csv', 'hello\n1,2\n', /a\.csv, line 1, field 1: the first column must be time_s/],
    ['a.csv', 'time_s,v1_V\n0,1\n0.0001,x\n', /a\.csv, line 3/],
    ['a.csv', 'time_s,v1_V\n0,1\n0.0001\n', /a\.csv, line 3/],
    ['a.csv', 'time_s,v1_furlong\n0,1\n', /line 1, field 2: a column is named/],
    ['a.csv', 'time_s,v1_V,v1_V\n0,1,1\n', /two columns have the same name/],
    ['a.csv', 'x'.repeat(5000), /no header line/],
    ['a.cff', 'nothing here', /a\.cff/],
    ['a.pdf', '%PDF', /this kind of file is not read/],
    ['a.cfg', 'x', /its \.dat file is missing/],
    ['a.csv', '', /empty/],
  ])('%s %#', (name, content, message) => {
    expect(complaint(() => read(name, content))).toMatch(message)
  })

  it('refuses a recording too short or too slow for a wave', () => {
    const slow = `time_s,v1_V\n${Array.from({ length: 400 }, (_, k) => `${k / 100},${k % 2 ? 325 : -325}`).join('\n')}\n`
    expect(complaint(() => analyseRecording(read('slow.csv', slow), RULE_PACKS['iec-1ph-230']))).toMatch(
      /too few for a wave/,
    )
    const short = `time_s,v1_V\n${Array.from({ length: 40 }, (_, k) => `${k / 10_000},${k}`).join('\n')}\n`
    expect(complaint(() => analyseRecording(read('short.csv', short), RULE_PACKS['iec-1ph-230']))).toMatch(
      /shorter than ten cycles/,
    )
  })

  it('never fails otherwise than in words, wherever a file is cut or a byte is changed', () => {
    const whole = waveAsSingleFile({ ...SCENARIO, durationS: 0.3, gapStartS: 0.1 })
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(whole.length - 1), fc.nat(255), (cut, at, byte) => {
        const bytes = Uint8Array.from(whole.subarray(0, cut))
        if (at < bytes.length) bytes[at] = byte
        expect(complaint(() => analyseRecording(read('a.cff', bytes), null))).not.toBe('')
      }),
      { seed: 2, numRuns: 150 },
    )
  })

  it('does not believe a header that promises more than the file holds', () => {
    const huge =
      'S,1,2013\r\n1,1A,0D\r\n1,v1,A,,V,0.02,0,0,-32767,32767,1,1,P\r\n50\r\n1\r\n8000,4000000000\r\n01/01/2026,00:00:00.000000\r\n01/01/2026,00:00:00.000000\r\nBINARY\r\n1\r\n'
    expect(
      complaint(() =>
        readRecording([
          { name: 'a.cfg', bytes: utf8(huge) },
          { name: 'a.dat', bytes: new Uint8Array(100) },
        ]),
      ),
    ).toMatch(/a\.(cfg|dat)/)
  })
})

describe('gaps made to measure', () => {
  it('are found to within a millisecond and put in their class', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 300 }),
        fc.integer({ min: 0, max: 19 }),
        fc.integer({ min: 0, max: 300 }),
        (gapMs, startMs, jumpDeg) => {
          const { analysis } = analyseRecording(
            read('a.cff', waveAsSingleFile({ ...SCENARIO, gapMs, gapStartS: 0.4 + startMs / 1000, jumpDeg })),
            RULE_PACKS['iec-1ph-230'],
          )
          expect(Math.abs((analysis.gap?.longestPhaseMs ?? NaN) - gapMs)).toBeLessThan(1.6)
        },
      ),
      { seed: 8, numRuns: 40 },
    )
  })
  it('are not there in a wave without one', () => {
    const { analysis } = analyseRecording(
      read('a.cff', waveAsSingleFile({ ...SCENARIO, gapStartS: 5 })),
      RULE_PACKS['iec-1ph-230'],
    )
    expect(analysis.gap).toBeNull()
  })
  it('have no duration and no class when the recording ends in them', () => {
    const { analysis } = analyseRecording(
      read('a.cff', waveAsSingleFile({ ...SCENARIO, gapMs: 5000 })),
      RULE_PACKS['iec-1ph-230'],
    )
    expect(analysis.gap).toMatchObject({ open: 'end', longestPhaseMs: null, rideThroughClass: null, endS: null })
  })
})
