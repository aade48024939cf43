import { describe, expect, it } from 'vitest'
import { APPLIANCE_KINDS } from '@/core/plan/appliances'
import { RULE_PACKS } from '@/core/rules/packs'
import { formFieldsOf } from '.'

describe('what a new load is', () => {
  const fields = formFieldsOf('load', RULE_PACKS['iec-1ph-230'])
  const [what] = fields

  it.each(APPLIANCE_KINDS)('%s: fills only fields that a load has, and says that its figures are assumed', (kind) => {
    const filled = what?.fills?.(kind) ?? {}
    const names = new Set(fields.map(({ name }) => name))
    expect(Object.keys(filled).filter((name) => !names.has(name))).toEqual([])
    expect(filled).toMatchObject({ figuresAssumed: true })
  })

  it.each(['', 'constructor', '__proto__', 'nothing'])('“%s” fills nothing', (kind) => {
    expect(what?.fills?.(kind)).toEqual({})
  })

  it('is read off the plate once somebody has written its power', () => {
    expect(fields.find(({ name }) => name === 'powerW')?.fills?.('900')).toEqual({ figuresAssumed: false })
  })
})
