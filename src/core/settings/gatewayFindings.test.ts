import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import { RULE_PACKS } from '../rules/packs'
import { gatewayFindings } from './gatewayFindings'

const { limits } = RULE_PACKS['iec-1ph-230']
const unit = (tag: string, kind: 'battery' | 'inverter') => ({
  id: tag,
  tag,
  kind,
  name: tag,
  model: 'Ambrel 5',
  minimumFirmware: null,
  warrantyUntil: null,
  libraryRevisionId: null,
  bendingMm: null,
  terminalSize: null,
})
const job = house({
  components: [unit('pack1', 'battery'), unit('pack2', 'battery'), unit('inv1', 'inverter')],
  settings: [
    { id: 's', key: 'networkProfile', label: 'Profile', value: 3, unit: '', tolerance: 0, why: null, origin: null },
  ],
})
const COUNTS = { modulesReported: 2, invertersReported: 1, clockS: 5000 }
const SETTINGS = { reserveBandPercent: 5, networkProfile: 3, bondRelayEnabled: 1, islandEnabled: 1 }
const verdicts = (counts: object, settings: object, installation = job) =>
  Object.fromEntries(
    gatewayFindings(
      {
        counts: new Map(Object.entries(counts) as [string, number][]),
        settings: new Map(Object.entries(settings) as [string, number][]),
        nowS: 5010,
      },
      installation,
      limits,
    ).map(({ name, verdict }) => [name, verdict]),
  )

describe('what a gateway says of itself', () => {
  it('is Proven where it is as mounted and planned, and Open for every value that is not given', () => {
    expect(new Set(Object.values(verdicts(COUNTS, SETTINGS)))).toEqual(new Set(['proven']))
    for (const key of Object.keys(COUNTS)) {
      const { [key as keyof typeof COUNTS]: _gone, ...rest } = COUNTS
      expect(Object.values(verdicts(rest, SETTINGS)).filter((one) => one === 'open')).toHaveLength(1)
    }
    for (const key of Object.keys(SETTINGS)) {
      const { [key as keyof typeof SETTINGS]: _gone, ...rest } = SETTINGS
      expect(Object.values(verdicts(COUNTS, rest)).filter((one) => one === 'open')).toHaveLength(1)
    }
  })
  it.each([
    ['modules', { modulesReported: 1 }, {}],
    ['modules', { modulesReported: 3 }, {}],
    ['inverters', { invertersReported: 0 }, {}],
    ['clock', { clockS: 5010 + 3600 }, {}],
    ['clock', { clockS: 5010 - 61 }, {}],
    ['band', {}, { reserveBandPercent: 1 }],
    ['profile', {}, { networkProfile: 7 }],
    ['bond', {}, { bondRelayEnabled: 0 }],
    ['island', {}, { islandEnabled: 0 }],
  ] as const)('%s is Stop for %j %j, and nothing else is', (name, counts, settings) => {
    const found = verdicts({ ...COUNTS, ...counts }, { ...SETTINGS, ...settings })
    expect(Object.entries(found).filter(([, verdict]) => verdict === 'stop')).toEqual([[name, 'stop']])
  })
  it('counts against what is declared where nothing is listed, and against nothing where nothing is declared', () => {
    const bare = house({ components: [] })
    const none = house({ components: [], sources: { ...bare.sources, units: [] } })
    const declared = bare.sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
    expect(verdicts({ ...COUNTS, modulesReported: declared }, SETTINGS, bare).modules).toBe('proven')
    expect(verdicts(COUNTS, SETTINGS, none)).toMatchObject({ modules: 'open', inverters: 'open', profile: 'open' })
  })
})
