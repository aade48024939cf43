'use client'
import { settingPointKey } from '@/core/evidence/families/settingLeft'
import { latestBySlot } from '@/core/evidence/reading'
import { useState } from 'react'
import { settingsDiff } from '@/core/settings/settingsDiff'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { ApiProblem, callUseCase } from '../api'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { PowerNow } from '../live/PowerNow'
import { useLive } from '../live/useLive'
import { LogSheet } from '../powerLog/LogSheet'
import { PracticeSheet } from '../practice/PracticeSheet'
import { CrossChecks } from './CrossChecks'
import { CommissioningRun } from '../practice/CommissioningRun'
import { GatewayAddress } from './GatewayAddress'
import { GatewayFindings } from './GatewayFindings'
import { LiveWorkingTests } from './LiveWorkingTests'
import { BeyondThePlan, type Readout } from './BeyondThePlan'
import { CommissioningRecord } from './CommissioningRecord'
import { ReserveMoves } from './ReserveMoves'
import { SettingHistory } from './SettingHistory'
import { SettingTemplates } from './SettingTemplates'
import { SettingsTable } from './SettingsTable'
import { SourceStrip } from './SourceStrip'
import { TimeBoxSheet } from './TimeBoxSheet'
import { useSettingActs } from './useSettingActs'
import { WriteAsPlanned } from './WriteAsPlanned'

type Reading =
  | { state: 'idle' }
  | { state: 'reading'; slot: 'read' | 'left' }
  | { state: 'done'; slot: 'read' | 'left'; readout: Readout }
  | { state: 'failed'; message: string }

/** Settings: three columns, planned · read · left; what the device gives beyond the plan is shown too. */
export function SettingsBench() {
  const {
    record: { installation },
    bench,
    may,
    refresh,
  } = useJob()
  const live = useLive(installation.jobId)
  const settingActs = useSettingActs()
  const [reading, setReading] = useState<Reading>({ state: 'idle' })
  const [written, setWritten] = useState<string | null>(null)
  const [shown, setShown] = useState<string | null>(null)
  const [editing, setEditing] = useState<Editing | null>(null)
  const column = (slot: string) =>
    new Map(
      installation.settings.flatMap(({ key }) => {
        const value = latestBySlot(bench.context.readings, settingPointKey(key)).get(slot)?.valueNumber ?? null
        return value === null ? [] : [[key, value] as const]
      }),
    )
  const lines = settingsDiff(installation.settings, column('read'), column('left'))
  const wrong = lines.filter(({ verdict }) => verdict === 'stop').length
  const differ = lines.filter(({ readAgrees, leftAgrees }) => readAgrees === false && leftAgrees === null).length
  const toWrite = lines.flatMap(({ planned, readAgrees }) => (planned && readAgrees === false ? [planned] : []))
  const readGateway = async (slot: 'read' | 'left') => {
    setWritten(null)
    setReading({ state: 'reading', slot })
    try {
      const readout = await callUseCase('readGateway', {
        jobId: installation.jobId,
        slot,
        recordedAt: new Date().toISOString(),
      })
      await refresh()
      setReading({ state: 'done', slot, readout })
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setReading({ state: 'failed', message: error.message })
    }
  }
  const busy = reading.state === 'reading'
  return (
    <>
      <BenchHead
        title={
          wrong > 0
            ? `${wrong} left other than planned`
            : differ > 0
              ? `${differ} to set before leaving`
              : lines.length > 0 && lines.every(({ verdict }) => verdict === 'proven')
                ? 'Left as planned'
                : 'Planned, read, left'
        }
        actions={
          may('readGateway') &&
          installation.settings.length > 0 && (
            <>
              <Button variant="act" disabled={busy} onClick={() => void readGateway('read')}>
                {busy && reading.slot === 'read' ? 'Reading…' : 'Read from the gateway'}
              </Button>
              <Button disabled={busy} onClick={() => void readGateway('left')}>
                {busy && reading.slot === 'left' ? 'Reading…' : 'Read and record as left'}
              </Button>
              <WriteAsPlanned settings={toWrite} acts={settingActs} told={setWritten} />
            </>
          )
        }
      />
      {written !== null && <Notice kind="info">{written}</Notice>}
      {reading.state === 'failed' && <Notice kind="error">{reading.message}</Notice>}
      {reading.state === 'done' && (
        <Notice kind="info">
          {reading.readout.stored} settings read and recorded as {reading.slot === 'read' ? 'read' : 'left'}.
          {reading.readout.notTaken.map(({ key, why }) => ` Not taken: ${REGISTER_NAMES[key] ?? key}. ${why}`)}
          {reading.readout.notGiven.length > 0 &&
            ` The gateway does not give: ${reading.readout.notGiven.map((key) => REGISTER_NAMES[key] ?? key).join(', ')}.`}
        </Notice>
      )}
      <PowerNow live={live} />
      <TitledSheet
        title="Planned · read · left"
        actions={
          may('changeJob') && (
            <>
              <SettingTemplates />
              <Button size="sm" onClick={() => setEditing({ kind: 'setting', item: null })}>
                Plan a setting
              </Button>
            </>
          )
        }
      >
        {lines.length === 0 ? (
          <EmptyState title="No settings planned">
            Plan what the gateway should be left at: reserve, limits, phases, the bond relay. Then read the device and
            compare.
          </EmptyState>
        ) : (
          <SettingsTable lines={lines} shown={shown} show={setShown} />
        )}
      </TitledSheet>
      {shown !== null && <SettingHistory settingKey={shown} acts={settingActs.acts} />}
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
      <GatewayAddress acts={settingActs} />
      <PointList points={bench.points.filter(({ stage }) => stage === 'settings')} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
