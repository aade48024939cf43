import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FAULT_CALL, FAULT_URGENCIES, type FaultAnswers, faultGuess, faultUrgency } from './faultCall'

const answered: fc.Arbitrary<FaultAnswers> = fc.record(
  Object.fromEntries(
    FAULT_CALL.map(({ key, answers }) => [key, answers ? fc.constantFrom(...Object.keys(answers)) : fc.string()]),
  ),
  { requiredKeys: [] },
)

describe('a fault call', () => {
  it('asks what can kill first, and says at once what to do', () => {
    expect(FAULT_CALL[0]?.key).toBe('tingle')
    expect(FAULT_CALL[0]?.answers?.yes?.advice).toMatch(/Touch nothing metal.*network operator/s)
  })
  it('never advises to bridge, hold in or open anything', () => {
    const advice = FAULT_CALL.flatMap(({ answers }) => Object.values(answers ?? {}).flatMap((one) => one.advice ?? []))
    expect(advice.length).toBeGreaterThan(5)
    for (const words of advice)
      expect(words).not.toMatch(/\b(bridge|hold it in|open the cover|remove the cover|pull the fuse)\b/i)
  })
  it('is danger whenever metal tingles, whatever else is answered', () => {
    fc.assert(
      fc.property(answered, (answers) => {
        expect(faultUrgency({ ...answers, tingle: 'yes' })).toBe('danger')
        expect(faultGuess({ ...answers, tingle: 'yes' })).toContain('open nothing')
      }),
    )
  })
  it('is never made less urgent by an answer that is missing', () => {
    const rank = (answers: FaultAnswers) => FAULT_URGENCIES.indexOf(faultUrgency(answers))
    fc.assert(
      fc.property(answered, (answers) => {
        const { tingle: _unsaid, ...without } = answers
        if (answers.tingle === 'no') expect(rank(without)).toBeLessThanOrEqual(rank(answers))
        expect(faultGuess(answers).length).toBeGreaterThan(10)
      }),
    )
    expect([
      faultUrgency({}),
      faultUrgency({ tingle: 'no' }),
      faultUrgency({ tingle: 'no', houseLit: 'nothing' }),
    ]).toEqual(['soon', 'ordinary', 'soon'])
  })
  it.each([
    [{ neighboursLit: 'yes', houseLit: 'all', chargerStops: 'yes' }, /island that nobody noticed/],
    [{ neighboursLit: 'yes', houseLit: 'nothing' }, /contactor, gateway/],
    [{ neighboursLit: 'no', houseLit: 'nothing' }, /battery empty/],
    [{ tripped: 'outdoors' }, /E-10/],
  ] as const)('%j is guessed at', (answers, guess) => expect(faultGuess(answers)).toMatch(guess))
})
