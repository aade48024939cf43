import { execSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '@/core/rules/packs'
import { CALC_CODES } from '@/cli/calcCodes'
import type { Installation } from '@/core/installation/installation'
import { ladderOfInstallation } from '@/core/plan/ladderOfInstallation'
import { orderedLengthM } from '@/core/plan/orderedLength'
import { motorStarts } from '@/core/plan/motorStarts'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { differences } from '../support/differences'
import { aLoad, house } from '../support/house'

const root = fileURLToPath(new URL('../../', import.meta.url))
const text = readFileSync(`${root}docs/worked-example.md`, 'utf8')
/** The page's figures are rounded to four or five digits. */
const ROUNDED = { rel: 2e-4, abs: 1e-6 }

const examples = [...text.matchAll(/```json calc (\S+)\n([\s\S]*?)```\s*```json gives\n([\s\S]*?)```/g)].map(
  ([, code = '', input = '', gives = '']) => ({
    code,
    input: JSON.parse(input) as Record<string, unknown>,
    gives: JSON.parse(gives) as unknown,
  }),
)
const profileCommand = /```sh\n([\s\S]*?)```/.exec(text)?.[1] ?? ''

/** What the page gives for a code, the first time it is used. */
const given = <T>(code: string) => examples.find((example) => example.code === code)?.gives as T

describe('the worked example', () => {
  it('has a block for every calculation that it follows', () => {
    expect(examples.map(({ code }) => code)).toEqual([
      'P-1',
      'P-4',
      'P-6',
      'P-5',
      'P-5',
      'P-7',
      'P-8',
      'P-2',
      'P-11',
      'P-10',
      'P-9',
      'T-14',
    ])
    expect(text.match(/```json/g)).toHaveLength(2 * examples.length)
  })

  it.each(examples)('$code gives what the page says', ({ code, input, gives }) => {
    let asked = input
    if ('profileCsv' in input) {
      const folder = mkdtempSync(join(tmpdir(), 'awlbright-example-'))
      execSync(profileCommand, { cwd: folder })
      asked = { ...input, profileCsv: join(folder, String(input.profileCsv)) }
    }
    expect(differences(CALC_CODES[code]?.run(asked), gives, ROUNDED)).toEqual([])
  })

  it('says of the demo’s house what the plan says of it', () => {
    const demo = JSON.parse(readFileSync(`${root}demo/jobs/1-tidewrack-house.json`, 'utf8')) as Installation
    const installation = house({
      ...demo,
      chosenSchool: 'automaticWithShedding',
      promises: [],
      survey: [],
      loads: demo.loads.map((load) => aLoad(load)),
    })
    const plan = planOfInstallation(installation)
    expect(differences(plan.capacity, given('P-1'), ROUNDED)).toEqual([])
    expect(differences(plan.limits, given('P-4'), ROUNDED)).toEqual([])
    expect(differences(plan.demand, given('P-6'), ROUNDED)).toEqual([])
    expect(differences(plan.runtime, given('P-7'), ROUNDED)).toEqual([])
    expect(
      differences(
        motorStarts(installation, plan).find(({ load }) => load.tag === 'heatpump')?.asIs,
        given('P-5'),
        ROUNDED,
      ),
    ).toEqual([])
    expect(differences(ladderOfInstallation(installation, plan), given('T-14'), ROUNDED)).toEqual([])
    expect(orderedLengthM(6, RULE_PACKS['iec-1ph-230'].limits, 1.5)).toBe(9.5)
  })
})
