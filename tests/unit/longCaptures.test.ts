import { readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { analyseLong } from '@/core/outage/long/analyseLong'
import { openLong } from '@/core/outage/long/openLong'
import { pieceFileOf } from '@/core/outage/long/pieceFile'
import { readRecording } from '@/core/outage/readRecording'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))
const named = (name: string) => ({ name, bytes: new Uint8Array(readFileSync(folder + name)) })
const captures = readdirSync(folder)
  .filter((name) => /\.(cfg|cff|csv)$/.test(name) && !/^(log|n\d)/.test(name))
  // several rates, or stamps alone, are read as one piece only
  .filter((name) => !/^d2-/.test(name))
  .map((name) => (name.endsWith('.cfg') ? [name, name.replace(/cfg$/, 'dat')] : [name]))

describe('a capture that is looked through piece by piece', () => {
  it('there are captures in every form', () => {
    expect(captures.length).toBeGreaterThan(20)
  })

  it.each(captures.map((files) => [files[0], files]))('%s shows what it shows as a whole', (_name, files) => {
    const whole = analyseRecording(readRecording((files as string[]).map(named)), null).analysis
    const { analysis } = analyseLong(
      openLong((files as string[]).map((name) => pieceFileOf(name, named(name).bytes))),
      null,
    )
    expect(analysis.gap).toEqual(whole.gap)
    expect(analysis.events).toEqual(whole.events)
    expect(analysis.voltageIds).toEqual(whole.voltageIds)
    expect(analysis.motor).toEqual(whole.motor)
    expect(analysis.return).toEqual(whole.return)
    expect(analysis.rmsBeforeV).toEqual(whole.rmsBeforeV)
    expect(analysis.phaseJumpDeg).toEqual(whole.phaseJumpDeg)
  })
})
