import type { Installation, NamedSourceUnit, Sources } from '../installation/installation'
import { limitsOfInstallation } from './limitsOfInstallation'
import { planOfInstallation, runtimeOf } from './planOfInstallation'
import type { AutonomySystem } from './autonomy'
import type { BindingElement } from './sourceLimits'
import { usableEnergyWh } from './usableEnergy'
import { moduleLimits, systemOfPlan } from './yearOfInstallation'

/** What a house can do with so many more modules; what rests on a figure that nobody declared is `null`. */
export interface Growth {
  /** Modules beside those that are planned. */
  added: number
  modules: number
  /** Whether the maker allows so many at that inverter; `null` while nobody knows. */
  allowed: boolean | null
  nightW: number | null
  bindingNight: BindingElement | null
  surgeVa: number | null
  usableWh: number | null
  /** Hours of what stays on as it is planned now, from the backup reserve (P-7). */
  reserveH: number | null
  /** From the reserve to full at the most that inverter and modules are charged with. */
  chargeH: number | null
}

const MOST_ADDED = 3

/** Energy of so many more modules, each like those that are there. */
const grownWh = (wholeWh: number | null, count: number, added: number, moduleWh: number | null): number | null =>
  wholeWh === null ? null : wholeWh + added * (moduleWh ?? wholeWh / count)

function grown({ sources, assumptions }: Installation, at: number, added: number): Sources {
  const count = sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
  return {
    ...sources,
    units: sources.units.map((unit, k) =>
      k === at ? { ...unit, moduleCount: (unit.moduleCount ?? 0) + added } : unit,
    ),
    usableWh: grownWh(sources.usableWh, count, added, assumptions.moduleUsableWh),
    nominalWh: grownWh(sources.nominalWh, count, added, null),
  }
}

function allowedAt(unit: NamedSourceUnit | undefined, added: number): boolean | null {
  const most = unit?.mostModules ?? null
  return unit === undefined || most === null ? null : (unit.moduleCount ?? 0) + added <= most
}

/** Hours from the reserve to full. */
function chargeHours(installation: Installation, system: AutonomySystem, modules: number): number | null {
  const { sources, assumptions } = installation
  const { chargeLimitW } = moduleLimits(installation, system, modules)
  const usableWh = usableEnergyWh(sources)
  if (usableWh === null || sources.reserveSoc === null || chargeLimitW === null || chargeLimitW <= 0) return null
  return ((1 - sources.reserveSoc) * usableWh) / (chargeLimitW * assumptions.chargeEfficiency)
}

/**
 * P-4 and P-7 with one to three more modules like those that are there, in the first inverter that has some: what a later visit would bring. The
 * plan as it is comes first.
 *
 * @returns `null` while no module is planned, or their number is not known
 * @example growthByModules(installation)?.map(({ modules, usableWh }) => [modules, usableWh]) // [[3, 15300], [4, 20400], …]
 */
export function growthByModules(installation: Installation): Growth[] | null {
  const { units } = installation.sources
  if (units.length === 0 || units.some(({ moduleCount }) => moduleCount === null)) return null
  const at = units.findIndex(({ moduleCount }) => (moduleCount ?? 0) > 0)
  if (at < 0) return null
  const plan = planOfInstallation(installation)
  const system = systemOfPlan(installation, plan)
  return Array.from({ length: MOST_ADDED + 1 }, (_, added) => {
    const more = { ...installation, sources: grown(installation, at, added) }
    const { nightW, bindingNight, surgeVa } = limitsOfInstallation(more)
    const { runtimeReserveH } = runtimeOf(more, plan.staying)
    const modules = more.sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
    return {
      added,
      modules,
      allowed: allowedAt(units[at], added),
      nightW,
      bindingNight,
      surgeVa,
      usableWh: usableEnergyWh(more.sources),
      reserveH: runtimeReserveH,
      chargeH: chargeHours(more, system, modules),
    }
  })
}
