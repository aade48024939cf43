import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readRecording } from '@/core/outage/readRecording'
import { RULE_PACKS } from '@/core/rules/packs'
import { waveRows, waveSentences } from './waveWords'

const folder = new URL('../../../../tests/reference/traces/', import.meta.url)
const analysed = (...names: string[]) =>
  analyseRecording(
    readRecording(names.map((name) => ({ name, bytes: new Uint8Array(readFileSync(new URL(name, folder))) }))),
    RULE_PACKS['iec-1ph-230'],
  ).analysis
const sentencesOf = (...names: string[]) =>
  waveSentences(analysed(...names))
    .join(' ')
    .replace(/[\u00a0\u202f]/g, ' ')

describe('what a wave shows, in words', () => {
  it.each([
    [['d3-motor-start.cff'], /motor started on i1: 32\.\d A .*sagged by 1[56]/],
    [['d6-overload.cfg', 'd6-overload.dat'], /8 A rose to 31 A\. .* tripped\. It was back after 12/],
    [['d5-return-35ms.cfg', 'd5-return-35ms.dat'], /waited 9\.1\d* s and joined it with a second gap of 35/],
    [['d4-return-seamless.cfg', 'd4-return-seamless.dat'], /joined it with no second gap, 0\.02 Hz apart/],
    [
      ['d11-rotation.cfg', 'd11-rotation.dat'],
      /^The phases follow each other the other way round: 123 before, 132 after/,
    ],
    [['d8-nothing.cfg', 'd8-nothing.dat'], /^Frequency: 50\.01 Hz before/],
  ])('%j', (names, words) => {
    expect(sentencesOf(...names)).toMatch(words)
  })

  it('has no row for what the recording does not hold', () => {
    const keys = (...names: string[]) => waveRows(analysed(...names)).map(({ key }) => key)
    expect(keys('d9-begins-dead.cfg', 'd9-begins-dead.dat')).toEqual(['rmsAfter', 'overshoot', 'thdAfter'])
    expect(keys('d11-rotation.cfg', 'd11-rotation.dat')).toContain('anglesAfter')
  })
})
