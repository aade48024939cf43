'use client'
import { Box, Text } from '@chakra-ui/react'
import { type ElectrodeOption, USUAL_SOIL_OHM_M, electrodeDesign } from '@/core/earthing/electrodeDesign'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { OPEN, numberOrOpen } from '@/core/quantity/orOpen'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

const length = (metres: number | undefined) => numberOrOpen(metres, 3)

const WHAT: Readonly<Record<ElectrodeOption['kind'], (option: ElectrodeOption) => string>> = {
  rods: ({ count, lengthM, spacingM }) =>
    count === 1
      ? `one rod of ${length(lengthM)} m`
      : `${count} rods of ${length(lengthM)} m, ${length(spacingM)} m apart`,
  deepRod: ({ lengthM }) => `one rod driven to ${length(lengthM)} m`,
  disc: ({ radiusM, depthM }) =>
    `a plate of ${radiusM === undefined ? OPEN : formatNumber(200 * radiusM, 2)} cm across, ${length(depthM)} m deep`,
  trench: ({ lengthM, depthM }) => `${length(lengthM)} m of strip, ${length(depthM)} m deep`,
}
const RISK: Readonly<Record<ElectrodeOption['kind'], string>> = {
  rods: 'each rod can meet a pipe or a cable',
  deepRod: 'meets what lies deep, and may stop on rock',
  disc: 'one hole, seen all the way down',
  trench: 'opens the ground, and shows what is in it',
}

/** What would reach the target here, the least digging first: a plan, until it is driven and measured. */
export function ElectrodeDesign() {
  const {
    record: { installation },
  } = useJob()
  const { site, electrodes } = installation
  const [first] = electrodes
  const soilOhmM = site.soilOhmM ?? (site.soil === null ? null : USUAL_SOIL_OHM_M[site.soil])
  const soil =
    soilOhmM === null
      ? undefined
      : site.soilOhmM === null
        ? `${site.soil}, assumed ${soilOhmM} Ω·m: not measured`
        : `soil of ${formatNumber(soilOhmM, 3)} Ω·m, from the survey`
  const target = first && { targetOhm: first.targetOhm, seasonalFactor: first.seasonalFactor }
  const options = target === undefined ? [] : electrodeDesign({ soilOhmM, ...target })
  return (
    <TitledSheet title="What would reach the target" note={soil}>
      {options.length === 0 || target === undefined ? (
        <EmptyState title={target === undefined ? 'No electrode to hold a target against' : 'The soil is not known'}>
          {target === undefined
            ? 'Add the electrode with the target the crew has picked.'
            : 'Say in the survey what the soil is, or measure it with four probes in a line.'}
        </EmptyState>
      ) : (
        <>
          <DataTable<ElectrodeOption>
            label="Ways to reach the target"
            rows={options}
            keyOf={({ kind }) => kind}
            columns={[
              { head: 'What', cell: (option) => WHAT[option.kind](option) },
              { head: 'gives about', cell: ({ resistanceOhm }) => formatQuantity(resistanceOhm, 'Ω', 3) },
              { head: '', cell: ({ reached }) => (reached ? 'reaches it' : 'not enough') },
              {
                head: 'digging',
                wideOnly: true,
                cell: ({ diggingM3 }) => (diggingM3 === 0 ? 'driven' : `${formatNumber(diggingM3, 2)} m³`),
              },
              { head: 'risk', wideOnly: true, cell: ({ kind }) => RISK[kind] },
            ]}
          />
          <Box px="14px" py="8px" fontSize="13px" color="ink2">
            <Text>
              Against {target.targetOhm} Ω in a dry season, × {target.seasonalFactor}. By the closed formulas for even
              soil (E-1, E-2): what is driven is measured. Nothing is driven until buried services are located and
              marked.
            </Text>
          </Box>
        </>
      )}
    </TitledSheet>
  )
}
