import { describe, expect, it } from 'vitest'
import { publicKeyOf as ofScript, rotated } from '../../../scripts/lib/signingKey.mjs'
import { type KeyHandover, earlierKeys, handoversOf, keyStanding } from './keyHandover'
import { publicKeyOf } from './seal'

const SECRETS = ['11', '22', '33', '44'].map((byte) => byte.repeat(32)) as [string, string, string, string]
const [one, two, three] = SECRETS.map(publicKeyOf) as [string, string, string]
const on = (day: string) => new Date(`${day}T10:00:00Z`)

const twice = rotated(
  rotated({ signingKey: SECRETS[0] }, SECRETS[1], on('2027-01-01')),
  SECRETS[2],
  on('2028-01-01'),
) as { signingKey: string; handovers: KeyHandover[] }

describe('a key that is handed over', () => {
  it('is signed by the one before, by the command as by the core', () => {
    expect(SECRETS.map(ofScript)).toEqual(SECRETS.map(publicKeyOf))
    expect(twice.signingKey).toBe(SECRETS[2])
    expect(handoversOf(twice.handovers)).toEqual(twice.handovers)
    expect(JSON.stringify(twice)).not.toContain(SECRETS[0])
  })
  it('can be followed back to every key before it', () => {
    expect(earlierKeys(three, twice.handovers)).toEqual([
      { publicKey: two, until: '2028-01-01T10:00:00.000Z' },
      { publicKey: one, until: '2027-01-01T10:00:00.000Z' },
    ])
    expect(earlierKeys(one, twice.handovers)).toEqual([])
  })
  it('is followed no further than a handover that somebody else wrote', () => {
    const [first, second] = twice.handovers as [KeyHandover, KeyHandover]
    const forged = { ...first, before: publicKeyOf(SECRETS[3]) }
    expect(handoversOf([forged, second])).toEqual([second])
    expect(earlierKeys(three, [forged, second])).toHaveLength(1)
    expect(earlierKeys(three, [{ ...second, at: '2020-01-01T00:00:00Z' }])).toEqual([])
  })
  it('does not go round in circles', () => {
    const back = rotated({ signingKey: SECRETS[1] }, SECRETS[0], on('2029-01-01')) as { handovers: KeyHandover[] }
    expect(earlierKeys(two, [...twice.handovers, ...back.handovers]).map(({ publicKey }) => publicKey)).toEqual([one])
  })
  it.each([null, 'x', {}, [null], [{ format: 'awlbright-key-1' }], [[[]]]])('is none out of %j', (given) => {
    expect(handoversOf(given)).toEqual([])
  })
})

describe('whose key a pack is signed with', () => {
  const standing = (key: string, sealedAt: string | null) => keyStanding(key, sealedAt, three, twice.handovers)
  it('is the server’s own, an earlier one, or another', () => {
    expect(standing(three, '2030-01-01T00:00:00Z')).toEqual({ whose: 'own' })
    expect(standing(two, '2027-06-01T00:00:00Z')).toMatchObject({ whose: 'earlier', late: false })
    expect(standing(publicKeyOf(SECRETS[3]), '2027-06-01T00:00:00Z')).toEqual({ whose: 'another' })
  })
  it('is late where it was sealed after the key was handed over, or nobody can tell when', () => {
    for (const sealedAt of ['2028-06-01T00:00:00Z', 'some day', null])
      expect(standing(two, sealedAt)).toMatchObject({ whose: 'earlier', late: true })
  })
})
