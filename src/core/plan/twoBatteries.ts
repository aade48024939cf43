import type { Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import { type Controller, type TwoControllers, type TwoControllersInput, type TwoControllersRun, simulateTwoControllers, twoControllers } from './twoControllers'

/** One way of letting two batteries live together, with what it comes to. */
export interface BatteryOption {
  key: 'asFound' | 'master' | 'exportShare' | 'behindOther'
  label: string
  what: string
  result: TwoControllers
  run: TwoControllersRun
}

const STEP_S = 0.5
const DURATION_S = 600
/** A house that draws, then exports, then draws again: the moments at which two controllers start to fight. */
const HOUSE = [{ atS: 0, netW: 1800 }, { atS: 200, netW: -1500 }, { atS: 400, netW: 900 }] as const

const SEES: Readonly<Record<NonNullable<SurveyItem<'existingBattery'>['detail']['ctPlace']>, Pick<Controller, 'seesNet' | 'seesBattery'>>> = {
  gridPoint: { seesNet: 1, seesBattery: [1, 1] },
  behindOther: { seesNet: 1, seesBattery: [0, 1] },
  ownLoads: { seesNet: 1, seesBattery: [0, 1] },
}

const controller = (limitW: number, reactsInS: number, deadbandW: number, sees: Pick<Controller, 'seesNet' | 'seesBattery'>): Controller => ({
  gain: 0.5, delaySteps: Math.max(1, Math.round(reactsInS / STEP_S)), limitW, startW: 0, offsetW: 0, targetW: 0, deadbandW, ...sees,
})

/**
 * P-13 for a house with an old battery beside the new one: as found, under one master, with a fixed import kept by the old one, and with
 * the old one's clamp behind the new one. Battery 1 is the new one. `null` without an old battery, or while its power or clamp is not known.
 */
export function batteryOptions(installation: Installation): BatteryOption[] | null {
  const [old] = itemsOf(installation.survey, 'existingBattery')
  const newW = installation.sources.units.reduce<number | null>((sum, { inverterBatteryW }) => (sum === null || inverterBatteryW === null ? null : sum + inverterBatteryW), 0)
  if (!old || old.detail.limitW === null || old.detail.ctPlace === null || !newW) return null
  const fresh = controller(newW, 1, 20, SEES.gridPoint)
  const found = controller(old.detail.limitW, old.detail.reactsInS ?? 2, old.detail.deadbandW ?? 0, SEES[old.detail.ctPlace])
  const option = (key: BatteryOption['key'], label: string, what: string, change: Partial<TwoControllersInput>): BatteryOption => {
    const input: TwoControllersInput = { mode: 'independent', stepS: STEP_S, durationS: DURATION_S, profile: HOUSE, controllers: [fresh, found], share: newW / (newW + found.limitW), settleBandW: 40, ...change }
    return { key, label, what, result: twoControllers(input), run: simulateTwoControllers(input) }
  }
  return [
    option('asFound', 'As found', 'Both steer their own clamp to zero.', {}),
    option('master', 'One master', 'The new one steers both in proportion to their power; the old one takes set points only.', { mode: 'master', controllers: [{ ...fresh, gain: 0.4 }, found] }),
    option('exportShare', 'A fixed import', 'The old one keeps 200 W of import and a dead band, slowly; the new one does the rest.', { controllers: [fresh, { ...found, gain: 0.05, targetW: 200, deadbandW: Math.max(150, found.deadbandW) }] }),
    option('behindOther', 'Clamp behind the other', 'The old one’s clamp is moved so that it does not see the new one.', { controllers: [{ ...fresh, gain: 0.3 }, { ...found, gain: 0.3, seesNet: 1, seesBattery: [0, 1] }] }),
  ]
}
