'use client'
import { containmentFill } from '@/core/plan/containmentFill'
import { driveDevices } from '@/core/plan/driveDevices'
import { SIZE_UNITS, sizeSystemOf } from '@/core/rules/conductors'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { BendingSheet } from './BendingSheet'
import { CablesSheet } from './CablesSheet'
import { BoardRatingsSheet, PathSheet, SourceDevicesSheet, TowardsSourcesSheet } from './DeviceSheets'
import { DrivesSheet } from './DrivesSheet'
import { FillSheet } from './FillSheet'
import { usePlanned } from './LoadDrafts'
import { TerminalSheet } from './TerminalSheet'

/** Devices by their current, boards with their sources, devices towards sources, and every planned run. */
export function DevicesView() {
  const {
    bench: {
      context: { pack },
    },
  } = useJob()
  const { installation } = usePlanned()
  const unit = SIZE_UNITS[sizeSystemOf(pack.id)]
  return (
    <>
      <SourceDevicesSheet />
      <BoardRatingsSheet />
      <TowardsSourcesSheet />
      <DrivesSheet drives={driveDevices(installation)} />
      <CablesSheet unit={unit} />
      <PathSheet />
      <Notice kind="info">
        {pack.ampacityBasis} Voltage drop is held against {pack.limits.voltageDropMaxPercent.value} %. Local code and
        the maker’s manual come first.
      </Notice>
      <TerminalSheet installation={installation} />
      <BendingSheet installation={installation} />
      <FillSheet fillOf={(kind, area, diameters) => containmentFill(pack.limits, kind, area, diameters)} />
    </>
  )
}
