import { expect, it } from 'vitest'
import { house, reading, recordOf } from '../../../../tests/support/house'
import { benchOf } from '../bench'
import type { Reading } from '../reading'

const judged = (...readings: Reading[]) =>
  benchOf(recordOf(house({ testDepth: 'full' }), readings)).judgements.get('handover.talk')
const who = reading('handover.talk', 'who', 'Maud, who lives here')
const asked = reading('handover.talk', 'asked', 'Whether the kettle may stay on')

it('a talk at the door is Open without a name, without a question, and without both', () => {
  expect(judged()).toMatchObject({ verdict: 'open', why: 'Still to write down: who was there and what they asked.' })
  expect(judged(who)).toMatchObject({ verdict: 'open', why: 'Still to write down: what they asked.' })
  expect(judged(asked)).toMatchObject({ verdict: 'open', why: 'Still to write down: who was there.' })
})

it('a talk at the door is on record with who was there and what they asked', () => {
  expect(judged(who, asked)).toMatchObject({
    verdict: 'proven',
    value: 'Maud, who lives here',
    why: 'Asked: Whether the kettle may stay on',
  })
})
