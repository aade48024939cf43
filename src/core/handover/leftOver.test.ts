import { expect, it } from 'vitest'
import { leftOver } from './leftOver'

it('says what is stopped before what is open, and of each which it is', () => {
  const label = (name: string) => ({ label: name })
  expect(leftOver({ stopped: [label('a')], open: [label('b'), label('c')] })).toEqual([
    { label: 'a', verdict: 'stop' },
    { label: 'b', verdict: 'open' },
    { label: 'c', verdict: 'open' },
  ])
  expect(leftOver({ stopped: [], open: [] })).toEqual([])
})
