import type { Installation } from '../installation/installation'
import type { Limits } from '../rules/rulePack'
import { atLeast, atMost } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'

/** What a gateway counts and is, and how it is set, as it was read just now; a key that is missing was not given. */
export interface GatewaySaid {
  counts: ReadonlyMap<string, number>
  settings: ReadonlyMap<string, number>
  /** Clock of whoever read it, in seconds since 1970. */
  nowS: number
}

export const GATEWAY_FINDINGS = ['modules', 'inverters', 'clock', 'band', 'profile', 'bond', 'island'] as const
export type GatewayFindingName = (typeof GATEWAY_FINDINGS)[number]

export interface GatewayFinding {
  name: GatewayFindingName
  verdict: Verdict
  /** As the gateway says it, and as it should be; `null` where nobody says so. */
  said: number | null
  expected: number | null
}

function counted(said: number | null, expected: number | null): Verdict {
  if (said === null || expected === null) return 'open'
  return said === expected ? 'proven' : 'stop'
}

/** How many of a kind the plan mounts; `null` where it lists none, so that nothing is counted against nothing. */
function mounted({ components, sources }: Installation, kind: 'battery' | 'inverter'): number | null {
  const listed = components.filter((one) => one.kind === kind).length
  if (listed > 0) return listed
  const declared = sources.units.map(({ moduleCount }) => (kind === 'inverter' ? 1 : moduleCount))
  if (declared.length === 0 || declared.includes(null)) return null
  return declared.reduce<number>((sum, count) => sum + (count ?? 0), 0)
}

/**
 * S-2 from the gateway itself: does it count what was mounted, is its clock right, is there a band above the reserve, and is it set to the permitted
 * profile. What it does not give, and what the plan does not say, is Open.
 *
 * @example gatewayFindings({ counts: new Map([['modulesReported', 2]]), settings: new Map(), nowS: 0 }, threeModules, limits)[0]?.verdict // 'stop'
 */
export function gatewayFindings(
  { counts, settings, nowS }: GatewaySaid,
  installation: Installation,
  limits: Limits,
): GatewayFinding[] {
  const count = (key: string) => counts.get(key) ?? null
  const setting = (key: string) => settings.get(key) ?? null
  const planned = (key: string) => installation.settings.find((one) => one.key === key)?.value ?? null
  const clockS = count('clockS')
  const offS = clockS === null ? null : clockS - nowS
  const band = setting('reserveBandPercent')
  const bandMin = limits.reserveBandMin.value
  const switchedOn = (key: string): GatewayFinding['verdict'] => counted(setting(key), 1)
  const [modules, inverters] = [mounted(installation, 'battery'), mounted(installation, 'inverter')]
  return [
    {
      name: 'modules',
      said: count('modulesReported'),
      expected: modules,
      verdict: counted(count('modulesReported'), modules),
    },
    {
      name: 'inverters',
      said: count('invertersReported'),
      expected: inverters,
      verdict: counted(count('invertersReported'), inverters),
    },
    {
      name: 'clock',
      said: offS,
      expected: 0,
      verdict: offS === null ? 'open' : atMost(Math.abs(offS), limits.deviceClockMax.value) ? 'proven' : 'stop',
    },
    {
      name: 'band',
      said: band,
      expected: bandMin,
      verdict: band === null ? 'open' : atLeast(band, bandMin) ? 'proven' : 'stop',
    },
    {
      name: 'profile',
      said: setting('networkProfile'),
      expected: planned('networkProfile'),
      verdict: counted(setting('networkProfile'), planned('networkProfile')),
    },
    { name: 'bond', said: setting('bondRelayEnabled'), expected: 1, verdict: switchedOn('bondRelayEnabled') },
    { name: 'island', said: setting('islandEnabled'), expected: 1, verdict: switchedOn('islandEnabled') },
  ]
}
