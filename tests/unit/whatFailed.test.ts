import { describe, expect, it } from 'vitest'
import { newTally } from '../../scripts/lib/tally.mjs'
import { whatFailedInPlaywright, whatFailedInVitest } from '../../scripts/lib/whatFailed.mjs'

const vitestFile = (over: object) => ({
  name: 'a.test.ts',
  status: 'passed',
  message: '',
  assertionResults: [],
  ...over,
})

describe('what failed, by the report of Vitest', () => {
  it('is nothing where all passed', () => {
    const passed = { status: 'passed', fullName: 'adds', failureMessages: [] }
    expect(whatFailedInVitest({ testResults: [vitestFile({ assertionResults: [passed] })] })).toEqual([])
  })

  it('is each test by its file, with what went wrong in plain text', () => {
    const failed = { status: 'failed', fullName: 'adds', failureMessages: ['\u001b[31mexpected 2 to be 3\u001b[39m\n'] }
    expect(
      whatFailedInVitest({ testResults: [vitestFile({ status: 'failed', assertionResults: [failed, failed] })] }),
    ).toEqual(Array(2).fill({ name: 'a.test.ts › adds', why: 'expected 2 to be 3' }))
  })

  it('is a file that could not be run at all', () => {
    expect(whatFailedInVitest({ testResults: [vitestFile({ status: 'failed', message: 'No database' })] })).toEqual([
      { name: 'a.test.ts', why: 'No database' },
    ])
  })
})

describe('what failed, by the report of Playwright', () => {
  const spec = (title: string, status: string, error?: string) => ({
    title,
    file: 'wire.spec.ts',
    line: 7,
    tests: [{ status, results: [{ error: error === undefined ? undefined : { message: error } }] }],
  })

  it('is found in suites within suites, and counts what was not run', () => {
    const inner = { specs: [spec('is drawn', 'unexpected', 'not visible'), spec('comes after', 'skipped')] }
    const suites = [{ specs: [spec('opens', 'expected'), spec('at last', 'flaky', 'once')], suites: [inner] }]
    expect(whatFailedInPlaywright({ suites })).toEqual([
      { name: 'wire.spec.ts:7 › is drawn', why: 'not visible' },
      { name: 'wire.spec.ts:7 › comes after', why: 'Not run.' },
    ])
  })

  it('is the runner’s own error', () => {
    expect(whatFailedInPlaywright({ suites: [], errors: [{ message: 'no tests found' }] })).toEqual([
      { name: 'Playwright', why: 'no tests found' },
    ])
  })
})

describe('the sum of a run', () => {
  it('is its last line, behind each failure by name', () => {
    const tally = newTally()
    tally.told('Types', true)
    tally.add(7, [{ name: 'a.test.ts › adds', why: 'expected 2\nto be 3' }])
    expect(tally.said().split('\n')).toEqual([
      '== What failed',
      '✗ a.test.ts › adds',
      '  expected 2',
      '  to be 3',
      '',
      '8 passed, 1 failed',
    ])
    expect(tally.isGood()).toBe(false)
  })

  it('is not good where nothing was tried', () => {
    expect(newTally().said()).toBe('0 passed, 0 failed')
    expect(newTally().isGood()).toBe(false)
  })
})
