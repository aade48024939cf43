import type { Sources } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Unit } from '@/core/quantity/units'

const told = (value: number | null, unit: Unit) => (value === null ? 'Open' : formatQuantity(value, unit, 4))
const share = (value: number | null) => (value === null ? 'Open' : `${Math.round(value * 1000) / 10} %`)

const modules = ({ moduleCount, moduleW }: Sources['units'][number]) =>
  moduleCount === null ? 'Open' : `${moduleCount} × ${told(moduleW, 'W')}`

/** What taking equipment changes in the plan's sources, a line for each figure: “Usable energy: Open → 10 kWh”. */
export function sourcesTold(before: Sources, after: Sources): string[] {
  const lines: string[] = []
  const line = (label: string, from: string, to: string) => {
    if (from !== to) lines.push(`${label}: ${from} → ${to}`)
  }
  for (const [k, unit] of after.units.entries()) {
    const was = before.units[k]
    if (was === undefined)
      lines.push(
        `New inverter ${unit.name}: AC ${unit.batterySideOnly ? 'none' : told(unit.inverterAcW, 'W')}, battery side ${told(unit.inverterBatteryW, 'W')}, surge ${told(unit.inverterSurgeVa, 'VA')}`,
      )
    else line(`Modules at ${unit.name}`, modules(was), modules(unit))
  }
  for (const pv of after.pvAc.slice(before.pvAc.length))
    lines.push(`New PV ${pv.name}: rating ${told(pv.ratingW, 'W')}, what it gives at one time is Open`)
  line('Usable energy', told(before.usableWh, 'Wh'), told(after.usableWh, 'Wh'))
  line('Nominal energy', told(before.nominalWh, 'Wh'), told(after.nominalWh, 'Wh'))
  line('Depth of discharge', share(before.depthOfDischarge), share(after.depthOfDischarge))
  line('Efficiency battery to load', share(before.dischargeEfficiency), share(after.dischargeEfficiency))
  line('Standby', told(before.standbyW, 'W'), told(after.standbyW, 'W'))
  line('Gateway rating', told(before.gatewayA, 'A'), told(after.gatewayA, 'A'))
  return lines
}
