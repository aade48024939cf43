import type { Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import {
  type Controller,
  type TwoControllers,
  type TwoControllersInput,
  type TwoControllersRun,
  simulateTwoControllers,
  twoControllers,
} from './twoControllers'

/** One way of letting two batteries live together, with what it comes to. */
export interface BatteryOption {
  key: 'asFound' | 'master' | 'shares' | 'behindOther'
  label: string
  what: string
  result: TwoControllers
  run: TwoControllersRun
}

const STEP_S = 0.5
const DURATION_S = 600
/** A house that draws, then exports, then draws again: the moments at which two controllers start to fight. */
const HOUSE = [
  { atS: 0, netW: 1800 },
  { atS: 200, netW: -1500 },
  { atS: 400, netW: 900 },
] as const

const SEES: Readonly<
  Record<NonNullable<SurveyItem<'existingBattery'>['detail']['ctPlace']>, Pick<Controller, 'seesNet' | 'seesBattery'>>
> = {
  gridPoint: { seesNet: 1, seesBattery: [1, 1] },
  behindOther: { seesNet: 1, seesBattery: [0, 1] },
  ownLoads: { seesNet: 1, seesBattery: [0, 1] },
}

/** A controller as its maker would tune it alone: half the gain at which an integrator with its delay begins to swing, `2·sin(π/(2(2d + 1)))`. */
function controller(
  limitW: number,
  reactsInS: number,
  deadbandW: number,
  sees: Pick<Controller, 'seesNet' | 'seesBattery'>,
): Controller {
  const delaySteps = Math.max(1, Math.round(reactsInS / STEP_S))
  return {
    gain: Math.sin(Math.PI / (2 * (2 * delaySteps + 1))),
    delaySteps,
    limitW,
    startW: 0,
    offsetW: 0,
    targetW: 0,
    deadbandW,
    ...sees,
  }
}

/**
 * P-13 for a house with an old battery beside the new one: as found, under one master, with a fixed share each, and with
 * the old one's clamp behind the new one. Battery 1 is the new one. `null` without an old battery, or while its power or clamp is not known.
 */
export function batteryOptions(installation: Installation): BatteryOption[] | null {
  const [old] = itemsOf(installation.survey, 'existingBattery')
  const newW = installation.sources.units.reduce<number | null>(
    (sum, { inverterBatteryW }) => (sum === null || inverterBatteryW === null ? null : sum + inverterBatteryW),
    0,
  )
  if (!old || old.detail.limitW === null || old.detail.ctPlace === null || !newW) return null
  const fresh = controller(newW, 1, 20, SEES.gridPoint)
  const found = controller(
    old.detail.limitW,
    old.detail.reactsInS ?? 2,
    old.detail.deadbandW ?? 0,
    SEES[old.detail.ctPlace],
  )
  const share = newW / (newW + found.limitW)
  const option = (
    key: BatteryOption['key'],
    label: string,
    what: string,
    change: Partial<TwoControllersInput>,
  ): BatteryOption => {
    const input: TwoControllersInput = {
      mode: 'independent',
      stepS: STEP_S,
      durationS: DURATION_S,
      profile: HOUSE,
      controllers: [fresh, found],
      share,
      settleBandW: 40,
      ...change,
    }
    return { key, label, what, result: twoControllers(input), run: simulateTwoControllers(input) }
  }
  return [
    option('asFound', 'As found', 'Both steer what their own clamp sees to zero.', {}),
    option(
      'master',
      'One master',
      'The new one steers both in proportion to their power; the old one only takes set points.',
      { mode: 'master' },
    ),
    option(
      'shares',
      'A fixed share each',
      'Each takes its fixed share of the house, and neither clamp sees the other battery.',
      {
        controllers: [
          { ...fresh, seesNet: share, seesBattery: [1, 0] },
          { ...found, seesNet: 1 - share, seesBattery: [0, 1] },
        ],
      },
    ),
    option(
      'behindOther',
      'Clamp behind the other',
      'The old one’s clamp is moved so that it does not see the new one; the new one does what is left where the street comes in.',
      { controllers: [fresh, { ...found, ...SEES.behindOther }] },
    ),
  ]
}
