import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '@/core/rules/packs'
import { NO_MARKS, type LogMarks } from '@/core/powerLog/logMarks'
import { logCalls } from '@/workers/logCalls'
import { logChartLayout } from './logChartLayout'
import { logSentences, testSentence } from './logWords'

const folder = new URL('../../../tests/reference/traces/', import.meta.url)
const bytesOf = (name: string) => new Uint8Array(readFileSync(new URL(name, folder)))

/** A log read as it is proposed, with its own marks. */
function readLog(id: string, without: 'pv' | null = null) {
  const bytes = bytesOf(`${id}.csv`)
  const { proposed } = logCalls.head(bytes)
  if (proposed === null) throw new Error('no proposal')
  const columns = {
    ...proposed.columns,
    ...(without && { [without]: undefined }),
    ...(id === 'n1-surplus-cover' && { battery: { ...proposed.columns.battery!, sign: -1 as const } }),
  }
  const marks = { ...NO_MARKS, ...(JSON.parse(readFileSync(new URL(`${id}.marks.json`, folder), 'utf8')) as LogMarks) }
  const read = logCalls.analyse(bytes, { ...proposed, columns }, marks, RULE_PACKS['iec-1ph-230'])
  if (!read.ok) throw new Error(read.error.message)
  return read.value
}
const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ')

describe('what a log shows, in words', () => {
  it.each([
    [
      'n4-return',
      /The street went at 60(\.0)? s.*dead for 3(\.00)? s.*a pause.*waited 72(\.0)? s.*no second gap that a row/,
    ],
    ['n5-overload', /gave up at 6[.,]?3\d* .?W.*18\.4 s above the declared power.*by itself.*started by hand/],
    ['n3-reserve', /changed over to the street at 30 % .*to the battery at 35\.3 %/],
  ])('%s', (id, words) => {
    expect(plain(logSentences(readLog(id).analysis).join(' '))).toMatch(words)
  })

  it('claims nothing of PV that was not logged', () => {
    const [whole, without] = [readLog('n3-reserve'), readLog('n3-reserve', 'pv')].map(({ analysis }) =>
      plain(logSentences(analysis).join(' ')),
    )
    expect(whole).toMatch(/kWh from PV/)
    expect(whole).not.toMatch(/not logged/)
    expect(without).not.toMatch(/kWh from PV/)
    expect(without).toMatch(/PV was not logged and is taken as none here/)
  })

  it('a working test has its numbers, and its limit where it stood at one', () => {
    const tests = readLog('n1-surplus-cover').analysis.workingTests
    expect(tests.map(({ verdict }) => verdict)).toEqual(['proven', 'stop', 'proven', 'watch', 'open'])
    const said = tests.map((test) => plain(testSentence(test)))
    expect(said[0]).toMatch(/went to the street in the worst minute\.$/)
    expect(said[3]).toMatch(/came from the street.*declared discharging limit\.$/)
    expect(said[4]).toMatch(/^Too short after half a minute/)
  })
})

describe('the picture of a log', () => {
  it('draws what was logged, and shades the time on its own', () => {
    const { log, analysis } = readLog('n4-return')
    const { paths, island } = logChartLayout(log, analysis, { width: 700, height: 200 })
    expect(paths.map(({ quantity }) => quantity)).toEqual(['load', 'pv', 'battery', 'grid'])
    expect(island?.width).toBeGreaterThan(100)
    // no more than a stroke a pixel, however many rows
    expect(Math.max(...paths.map(({ d }) => d.split('V').length))).toBeLessThan(710)
  })

  it('loses no spike of a single row', () => {
    const timeS = Float64Array.from({ length: 10_000 }, (_, k) => k)
    const load = timeS.map((k) => (k === 5003 ? 9000 : 100))
    const log = { timeS, periodS: 1, startedAt: null, columns: { load }, gaps: [], aside: [] }
    const { paths, yTicks } = logChartLayout(log, { gridLostS: null, reconnectS: null }, { width: 300, height: 200 })
    expect(yTicks.at(-1)?.label).toMatch(/kW/)
    expect(new Set(paths[0]?.d.match(/V[\d.]+/g)).size).toBe(2)
  })
})
