import { describe, expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../../tests/support/house'
import { EMPTY_SITE } from '../../installation/survey'
import { benchOf } from '../bench'
import { THE_JOB } from '../family'
import { closingPapers } from './closingPapers'
import { confirmations } from './confirmations'

/** A full test asks for all of them. */
const BUILT = house({ testDepth: 'full' })
const judged = (key: string, answer: string | null, built = BUILT) =>
  benchOf(recordOf(built, answer === null ? [] : [reading(key, 'answer', answer)])).judgements.get(key)

const points = benchOf(recordOf(BUILT)).points
const asked = confirmations.flatMap(({ id, key }) => {
  const point = points.find((one) => one.key === key(THE_JOB))
  return point ? [[id, point] as const] : []
})

describe('what a person says or sees', () => {
  it('is asked for in a full test, all of it', () => {
    expect(asked.map(([id]) => id)).toEqual(confirmations.map(({ id }) => id))
  })

  it.each(asked)('%s is Open until somebody answers, and says why it is asked', (_id, { key, why }) => {
    expect(judged(key, null)).toMatchObject({ verdict: 'open', value: null })
    expect(why).not.toBe('')
  })

  it.each(asked)('%s is Open for an answer that it does not have', (_id, { key }) => {
    expect(judged(key, 'perhaps')?.verdict).toBe('open')
  })

  it.each(asked)('%s takes each of its words for one answer only, and no answer leaves it Open', (_id, point) => {
    const input = point.slots[0]?.input
    if (input?.kind !== 'word') throw new Error('a person says a word')
    const typed = Object.values(input.words).flat()
    expect(new Set(typed).size).toBe(typed.length)
    const verdicts = Object.keys(input.words).map((answer) => judged(point.key, answer)?.verdict)
    expect(verdicts).not.toContain('open')
    expect(verdicts.some((verdict) => verdict === 'proven' || verdict === 'watch')).toBe(true)
  })
})

describe('the question of medical equipment', () => {
  const MEDICAL = 'outage.medical'
  const householdSays = (medical: 'yes' | 'no' | 'unsure' | null, provided: string | null) =>
    house({ site: { ...EMPTY_SITE, medical, medicalProvidedFor: provided } })

  it('is Open unanswered, also where the household has said that there is some: nothing was refused yet', () => {
    expect(judged(MEDICAL, null, householdSays('yes', null))?.verdict).toBe('open')
  })

  it('stops at “none” where the household has said yes, provided for or not', () => {
    expect(judged(MEDICAL, 'none', householdSays('yes', null))?.verdict).toBe('stop')
    expect(judged(MEDICAL, 'none', householdSays('yes', 'A cylinder for eight hours.'))?.verdict).toBe('stop')
  })

  it('stops at any answer until somebody has written down how it is provided for', () => {
    expect(judged(MEDICAL, 'arranged', householdSays('yes', null))?.verdict).toBe('stop')
  })

  it('stops where some is present and nothing arranged, whatever the household said', () => {
    expect(judged(MEDICAL, 'present')?.verdict).toBe('stop')
  })
})

describe('papers that are closed, and what is left as it should be', () => {
  const papers = closingPapers.map(({ id, key }) => [id, key(THE_JOB)] as const)

  it.each(papers)('%s is Open until somebody says so, and “later” is not done', (_id, key) => {
    const point = points.find((one) => one.key === key)
    const input = point?.slots[0]?.input
    if (input?.kind !== 'word') throw new Error('a person says a word')
    expect(judged(key, null)?.verdict).toBe('open')
    for (const answer of Object.keys(input.words))
      expect([answer, judged(key, answer)?.verdict === 'proven']).toEqual([answer, answer !== 'later'])
  })

  it('are asked for in a full test alone, but for the permission that the handover waits for', () => {
    const essential = new Set(benchOf(recordOf(house())).points.map(({ key }) => key))
    expect(papers.flatMap(([id, key]) => (essential.has(key) ? [id] : []))).toEqual(['permission'])
  })
})
