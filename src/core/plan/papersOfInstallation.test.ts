import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../tests/support/house'
import { benchOf } from '../evidence/bench'
import { AUTHORITIES, type SurveyDetails, type SurveyItem } from '../installation/survey'
import { paperWords, papersOfInstallation } from './papersOfInstallation'

const permission = (change: Partial<SurveyDetails['permission']> = {}): SurveyItem<'permission'> => ({
  id: 'p',
  kind: 'permission',
  tag: 'perm1',
  name: 'Grid permission',
  detail: {
    authority: 'networkOperator',
    state: 'asked',
    leadDays: 20,
    askedOn: '2026-05-01',
    decidedOn: null,
    reference: null,
    ...change,
  },
})
const paperOf = (change: Partial<SurveyDetails['permission']>, day: string | null = '2026-05-30') =>
  papersOfInstallation({ survey: [permission(change)] }, '2026-05-10', day)[0]

describe('a permission against the day', () => {
  it.each([
    [{ state: 'granted' }, 'granted'],
    [{ state: 'inspected' }, 'granted'],
    [{ state: 'refused' }, 'refused'],
    [{ askedOn: '2026-04-01' }, 'late'],
    [{ leadDays: 40 }, 'afterDay'],
    [{}, 'inTime'],
    [{ leadDays: null }, 'unknown'],
    [{ askedOn: null }, 'unknown'],
    [{ state: 'needed', leadDays: 5 }, 'notAsked'],
    [{ state: 'needed', leadDays: 60 }, 'afterDay'],
  ] as const)('%o is %s', (change, state) => {
    expect(paperOf(change)?.state).toBe(state)
  })
  it('says what waits for it, and nothing of one that is there', () => {
    const paper = paperOf({ leadDays: 40 })
    expect(paper && paperWords(paper, '10 June 2026')).toBe(
      'Grid permission is not to be expected before 10 June 2026, after the day of the work; without it the installation is not left running beside the street.',
    )
    const granted = paperOf({ state: 'granted' })
    expect(granted && paperWords(granted, null)).toBeNull()
  })
  it('of whoever gives money holds no work', () => {
    const holding = AUTHORITIES.filter((authority) => paperOf({ authority })?.holds !== null)
    expect(holding).toEqual(AUTHORITIES.filter((authority) => authority !== 'incentive'))
  })
})

describe('handing a house over', () => {
  const judged = (change: Partial<SurveyDetails['permission']> | null, answer: string | null) => {
    const installation = house({ survey: change ? [permission(change)] : [] })
    const readings = answer === null ? [] : [reading('handover.permission', 'answer', answer)]
    const bench = benchOf(recordOf(installation, readings))
    const held = bench.holds.find(({ step }) => step.id === 'handover')
    const condition = held?.conditions.find((one) => one.condition.id === 'permission')
    return [bench.judgements.get('handover.permission')?.verdict, condition?.holds, condition?.mayOverride]
  }
  it('waits for the permissions: an answer alone does not do where the survey knows better', () => {
    expect(judged(null, null)).toEqual(['open', false, true])
    expect(judged(null, 'done')).toEqual(['proven', true, false])
    expect(judged({ state: 'granted' }, 'done')).toEqual(['proven', true, false])
    expect(judged({ state: 'asked' }, 'done')).toEqual(['stop', false, false])
    expect(judged({ state: 'asked' }, 'none')).toEqual(['stop', false, false])
    expect(judged({ state: 'granted' }, 'none')).toEqual(['stop', false, false])
  })
  it('is stopped by a refusal that nobody has answered, and is nobody’s to override', () => {
    expect(judged({ state: 'refused' }, null)).toEqual(['stop', false, false])
    expect(judged({ state: 'refused' }, 'done')).toEqual(['stop', false, false])
  })
  it('does not wait for money', () => {
    expect(judged({ authority: 'incentive', state: 'refused' }, 'done')).toEqual(['proven', true, false])
  })
})
