import { expect, it } from 'vitest'
import { worstPlanMark, worstVerdict } from '../rules/verdict'
import { pointAsSeen } from '../handover/review'
import type { Judgement } from './point'
import { verdictAt } from './verdictAt'

const proven: Judgement = { code: 'X-1', verdict: 'proven', value: null, limit: null, basis: null, why: '' }

it('a point that nobody has judged is Open, whatever the others are', () => {
  const judgements = new Map([['a', proven]])
  expect(verdictAt(judgements, 'a')).toBe('proven')
  expect(verdictAt(judgements, 'b')).toBe('open')
  expect(verdictAt(new Map(), 'a')).toBe('open')
})

it('is seen as Open too by whoever checks', () => {
  expect(pointAsSeen(undefined)).toBe('open')
  expect(pointAsSeen(proven)).toBe('proven')
})

it('nothing at all is Open: no verdict, no mark', () => {
  expect(worstVerdict([])).toBe('open')
  expect(worstPlanMark([])).toBe('open')
})
