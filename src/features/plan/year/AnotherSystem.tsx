'use client'
import type { YearSystem, systemOfPlan } from '@/core/plan/yearOfInstallation'
import { formatWhole } from '@/core/quantity/formatQuantity'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Overlay } from '@/ui/Overlay'
import { SpecForm } from '../../forms/SpecForm'
import type { ComparedSystems } from './useComparedSystems'
import { shareOr } from './yearWords'

type Planned = ReturnType<typeof systemOfPlan>

const FIELDS: readonly FieldSpec[] = [
  { name: 'label', label: 'Name', kind: 'text' },
  { name: 'capacityWh', label: 'Usable energy', kind: 'number', unit: 'Wh' },
  { name: 'dischargeLimitW', label: 'Power', kind: 'number', unit: 'W' },
  { name: 'reserveSoc', label: 'Backup reserve', kind: 'percent' },
]
/** Of energy in Wh and power in W: what no house has. */
const TOO_MUCH = 1_000_000

type Fields = Readonly<Record<string, unknown>>

/** What is wrong with the figures of a system that somebody tries. */
function faultsOf(fields: Fields, offered: readonly YearSystem[], floorSoc: number) {
  const { label, reserveSoc } = fields
  const isTaken = label === '' || offered.some((one) => one.label === label)
  const outside = (['capacityWh', 'dischargeLimitW'] as const).filter(
    (path) => !((fields[path] as number) > 0 && (fields[path] as number) < TOO_MUCH),
  )
  const isReserve = (reserveSoc as number) >= floorSoc && (reserveSoc as number) <= 1
  return [
    ...(isTaken ? [{ path: 'label', message: 'Give it a name of its own' }] : []),
    ...outside.map((path) => ({ path, message: `must be above 0 and below ${formatWhole(TOO_MUCH)}` })),
    ...(isReserve ? [] : [{ path: 'reserveSoc', message: `lies between the floor of ${shareOr(floorSoc)} and 100 %` }]),
  ]
}

/** The planned system with the figures that somebody tries in place of its own. */
function systemOf(planned: Planned, { label, ...fields }: Fields): YearSystem {
  const tried = fields as { capacityWh: number; dischargeLimitW: number; reserveSoc: number }
  return {
    label: String(label),
    system: { ...planned, ...tried, initialSoc: Math.max(planned.initialSoc, tried.reserveSoc) },
  }
}

/** A system that somebody tries beside the planned one: not stored, only looked at. */
export function AnotherSystem({
  open,
  onClose,
  planned,
  compared: { offered, ownCount, add },
}: {
  open: boolean
  onClose: () => void
  planned: Planned
  compared: ComparedSystems
}) {
  const { capacityWh, dischargeLimitW, reserveSoc, floorSoc } = planned
  return (
    <Overlay title="Another system to compare" open={open} onClose={onClose}>
      <SpecForm
        submitLabel="Put it on the picture"
        specs={FIELDS}
        initial={{ label: `system ${ownCount + 2}`, capacityWh, dischargeLimitW, reserveSoc }}
        check={(fields) => faultsOf(fields, offered, floorSoc ?? 0)}
        save={async (fields) => {
          add(systemOf(planned, fields))
          onClose()
        }}
      />
    </Overlay>
  )
}
