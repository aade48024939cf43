import { energyAtLoadWh } from '../plan/leadAcidBank'
import type { Installation, Load } from '../installation/installation'
import { type Plan, planOfInstallation } from '../plan/planOfInstallation'
import { drawInOutageW, meanDemandW } from '../plan/stayingOn'
import type { Verdict } from '../rules/verdict'
import { type CrossCheckInput, type CrossCheckName, crossChecks } from '../settings/crossChecks/crossChecks'
import type { CrossCheckResult } from '../settings/crossChecks/crossCheck'
import { componentRecord } from './families/componentRecord'
import { settingPointKey } from './families/settingLeft'
import type { EvidenceContext } from './point'
import { pointOf } from './pointOf'
import { latestBySlot } from './reading'
import { slotReadings } from './slotReadings'

/** Cross-checks that a job's own record has everything for; each names what it lacks until then. */
const ASKED = ['reserve', 'phaseCount', 'firmware', 'supply'] as const satisfies readonly CrossCheckName[]
export type AskedCrossCheck = (typeof ASKED)[number]

export interface SettingsCrossCheck {
  name: AskedCrossCheck
  verdict: Verdict
  result: CrossCheckResult
}

/** A setting as it was left, or as it was last read; `null` while neither is known. */
function settingValue(context: EvidenceContext, key: string): number | null {
  const slots = latestBySlot(context.readings, settingPointKey(key))
  return slots.get('left')?.valueNumber ?? slots.get('read')?.valueNumber ?? null
}

/** What the battery is charged from: the supply with the whole house, or of two mains the one of the backup with what may hang on it; `null` while that is not said. */
function chargingSupply(
  installation: Installation,
  { mains }: Plan,
): { ratingA: number | null; baseW: number | null } | null {
  const baseW = (loads: readonly Load[]) => (installation.loads.length === 0 ? null : meanDemandW(loads))
  if (mains === null) return { ratingA: installation.supply.ratingA, baseW: baseW(installation.loads) }
  const backed = mains.mains.filter(({ backedUp }) => backedUp === true)
  const [main] = backed
  return main && backed.length === 1
    ? { ratingA: main.ratingA, baseW: baseW([...main.loads, ...mains.unplaced]) }
    : null
}

function inputOf(context: EvidenceContext): CrossCheckInput {
  const { installation } = context
  const { sources, promises, settings, components, supply } = installation
  const plan = planOfInstallation(installation)
  const loadW = plan.staying.loads.length === 0 ? null : meanDemandW(plan.staying.loads)
  const promisedH = promises.find(({ kind }) => kind === 'runtime')?.runtimeH ?? null
  const reservePercent = settingValue(context, 'reserveSocPercent')
  const plannedPhases = settings.find(({ key }) => key === 'phaseCount')?.value ?? null
  const asked = components.filter(({ minimumFirmware }) => minimumFirmware !== null)
  const chargedFrom = chargingSupply(installation, plan)
  const charging = settings.some(({ key }) => key === 'chargeLimitW')
  return {
    reserve:
      promisedH === null
        ? 'none'
        : {
            usableWh: energyAtLoadWh(sources, drawInOutageW(plan.staying.loads, sources.standbyW)),
            dischargeEfficiency: sources.dischargeEfficiency,
            reserveSoc: reservePercent === null ? null : reservePercent / 100,
            floorSoc: sources.floorSoc,
            loadW,
            standbyW: sources.standbyW,
            promisedH,
          },
    phaseCount: plannedPhases === null ? 'none' : { set: settingValue(context, 'phaseCount'), planned: plannedPhases },
    firmware:
      asked.length === 0
        ? 'none'
        : asked.map((component) => ({
            id: component.tag,
            installed: slotReadings(pointOf(componentRecord, component, context), context).word('firmware'),
            minimum: component.minimumFirmware,
          })),
    supply: charging
      ? {
          ratingA: chargedFrom?.ratingA ?? null,
          powerFactor: supply.powerFactor,
          draws: [
            { id: 'battery', w: settingValue(context, 'chargeLimitW'), phase: 'all' },
            { id: 'base', w: chargedFrom?.baseW ?? null, phase: 'all' },
          ],
        }
      : 'none',
  }
}

/**
 * S-2 over a job's own record: whether what was set carries the promise, fits the supply and is of the firmware asked for. Checks about things
 * that the job does not have are left out.
 */
export function settingsCrossChecks(context: EvidenceContext): SettingsCrossCheck[] {
  const { checks } = crossChecks(context.pack, inputOf(context))
  return ASKED.flatMap((name) => {
    const result = checks[name]
    return result === null ? [] : [{ name, verdict: result.verdict, result }]
  })
}
