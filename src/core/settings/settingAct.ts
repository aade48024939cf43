/** What is done about settings beside reading them. */
export const SETTING_ACTS = [
  'planned',
  'removed',
  'writeBegun',
  'written',
  'writingAllowed',
  'writingWithdrawn',
] as const
export type SettingActKind = (typeof SETTING_ACTS)[number]

export interface SettingAct {
  id: string
  kind: SettingActKind
  key: string | null
  value: number | null
  before: number | null
  readBack: number | null
  /** The real device; `null` for the plan and for a stand-in. */
  address: string | null
  reason: string | null
  byName: string
  /** ISO 8601. */
  madeAt: string
}

/**
 * Who lets a real device be written to, as it stands: the last word on this very address. `null` while nobody has, or it was withdrawn.
 * A device at another address is another device.
 *
 * @param acts the latest first
 */
export function writingAllowed(acts: readonly SettingAct[], address: string): SettingAct | null {
  // of two in one moment the one further ahead in the list is the later
  const last = acts
    .toReversed()
    .filter((act) => act.address === address && (act.kind === 'writingAllowed' || act.kind === 'writingWithdrawn'))
    .sort((a, b) => (a.madeAt < b.madeAt ? -1 : a.madeAt > b.madeAt ? 1 : 0))
    .at(-1)
  return last?.kind === 'writingAllowed' ? last : null
}
