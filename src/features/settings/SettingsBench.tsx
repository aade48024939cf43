'use client'
import { useState } from 'react'
import { settingPointKey } from '@/core/evidence/families/settingLeft'
import { latestBySlot } from '@/core/evidence/reading'
import { settingsDiff } from '@/core/settings/settingsDiff'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { PowerNow } from '../live/PowerNow'
import { useLive } from '../live/useLive'
import { LogSheet } from '../powerLog/LogSheet'
import { CommissioningRun } from '../practice/CommissioningRun'
import { PracticeSheet } from '../practice/PracticeSheet'
import { BeyondThePlan } from './BeyondThePlan'
import { CommissioningRecord } from './CommissioningRecord'
import { CrossChecks } from './CrossChecks'
import { GatewayAddress } from './GatewayAddress'
import { GatewayFindings } from './GatewayFindings'
import { LiveWorkingTests } from './LiveWorkingTests'
import { PlannedReadLeft } from './PlannedReadLeft'
import { ReadoutNotice } from './ReadoutNotice'
import { ReserveMoves } from './ReserveMoves'
import { SettingsHead } from './SettingsHead'
import { SourceStrip } from './SourceStrip'
import { TimeBoxSheet } from './TimeBoxSheet'
import { type ReadSlot, useGatewayReadout } from './useGatewayReadout'
import { useSettingActs } from './useSettingActs'

/** The settings of the job, planned beside what was last read of each and what each was left at. */
function useSettingLines() {
  const {
    record: {
      installation: { settings },
    },
    bench: {
      context: { readings },
    },
  } = useJob()
  const column = (slot: ReadSlot) =>
    new Map(
      settings.flatMap(({ key }) => {
        const value = latestBySlot(readings, settingPointKey(key)).get(slot)?.valueNumber ?? null
        return value === null ? [] : [[key, value] as const]
      }),
    )
  return settingsDiff(settings, column('read'), column('left'))
}

/** Settings: three columns, planned · read · left; what the device gives beyond the plan is shown too. */
export function SettingsBench() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const lines = useSettingLines()
  const live = useLive(installation.jobId)
  const acts = useSettingActs()
  const { reading, read } = useGatewayReadout()
  const [written, setWritten] = useState<string | null>(null)
  return (
    <>
      <SettingsHead lines={lines} reading={reading} onRead={(slot) => void read(slot)} acts={acts} told={setWritten} />
      {written !== null && <Notice kind="info">{written}</Notice>}
      <ReadoutNotice reading={reading} />
      <PowerNow live={live} />
      <PlannedReadLeft lines={lines} acts={acts} />
      {reading.state === 'done' && <BeyondThePlan readout={reading.readout} />}
      {reading.state === 'done' && <GatewayFindings said={reading.readout.said} />}
      <CrossChecks />
      <ReserveMoves live={live} />
      <SourceStrip />
      <TimeBoxSheet />
      <CommissioningRecord />
      <CommissioningRun />
      <PracticeSheet />
      <LiveWorkingTests live={live} />
      <LogSheet />
      <GatewayAddress acts={acts} />
      <PointList points={bench.points.filter(({ stage }) => stage === 'settings')} />
    </>
  )
}
