import type { GatewayFinding, GatewayFindingName } from '@/core/settings/gatewayFindings'

export const GATEWAY_FINDING_LABELS: Readonly<Record<GatewayFindingName, string>> = {
  modules: 'Battery modules it counts',
  inverters: 'Inverters it counts',
  clock: 'Its clock',
  band: 'Band above the reserve',
  profile: 'Network profile',
  bond: 'Bond relay',
  island: 'Island operation',
}

function countWords(said: number, expected: number): string {
  if (said === expected) return `${said}, as mounted.`
  const missing = expected - said
  return missing > 0
    ? `${said} of ${expected}: ${missing === 1 ? 'one is' : `${missing} are`} missing. Look for one without supply, without its data cable, or dead on arrival.`
    : `${said}, and ${expected} are mounted: the plan, or what was taken over from before, is wrong.`
}

function clockWords(offS: number): string {
  const off = Math.abs(offS)
  const words = off >= 3600 ? `${Math.round(off / 360) / 10} h` : off >= 60 ? `${Math.round(off / 60)} min` : `${off} s`
  return off < 60
    ? 'Right.'
    : `${words} ${offS > 0 ? 'ahead' : 'behind'}: charging windows and its own records go by it.`
}

/** What a finding came to, as a sentence with its numbers. */
export function gatewayFindingWords({ name, said, expected }: GatewayFinding): string {
  if (said === null) return 'It does not say.'
  switch (name) {
    case 'clock':
      return clockWords(said)
    case 'band':
      return said >= (expected ?? 0)
        ? `${said} %.`
        : `${said} %: below ${expected} % the house flaps between street and battery.`
    case 'profile':
      return expected === null
        ? `It is set to ${said}. Plan the permitted one (networkProfile) to have it checked.`
        : said === expected
          ? `${said}, as permitted.`
          : `It is set to ${said}; ${expected} is permitted.`
    case 'bond':
      return said === 1 ? 'Enabled.' : 'Not enabled: in island mode nothing would join neutral to earth.'
    case 'island':
      return said === 1 ? 'Enabled.' : 'Not enabled: the house stays dark in an outage.'
    default:
      return expected === null ? `${said}. The plan does not say how many are mounted.` : countWords(said, expected)
  }
}
