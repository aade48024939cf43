'use client'
import type { OutputOf } from '@/server/useCases'
import { settingPointKey } from '@/core/evidence/families/settingLeft'
import type { PlannedSetting } from '@/core/installation/installation'
import { latestBySlot } from '@/core/evidence/reading'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { settingsDiff, type SettingLine as LineOf } from '@/core/settings/settingsDiff'
import { settingText } from '@/core/settings/settingText'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
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
import { ReserveMoves } from './ReserveMoves'
import { WriteAsPlanned } from './WriteAsPlanned'

type SettingLine = LineOf<PlannedSetting>

type Readout = OutputOf<'readGateway'>

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
    select,
    at,
  } = useJob()
  const live = useLive(installation.jobId)
  const [reading, setReading] = useState<Reading>({ state: 'idle' })
  const [written, setWritten] = useState<string | null>(null)
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
  const value = (line: SettingLine, which: 'read' | 'left') => {
    const number = line[which]
    const agrees = which === 'read' ? line.readAgrees : line.leftAgrees
    if (number === null) return <chakra.span color="ink3">–</chakra.span>
    return (
      <chakra.span fontWeight="600" color={agrees === false ? 'stop' : undefined}>
        {line.planned ? settingText(line.key, number, line.planned.unit) : formatNumber(number)}
        {agrees === false ? ' ≠' : ''}
      </chakra.span>
    )
  }
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
              <WriteAsPlanned settings={toWrite} told={setWritten} />
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
            <Button size="sm" onClick={() => setEditing({ kind: 'setting', item: null })}>
              Plan a setting
            </Button>
          )
        }
      >
        {lines.length === 0 ? (
          <EmptyState title="No settings planned">
            Plan what the gateway should be left at: reserve, limits, phases, the bond relay. Then read the device and
            compare.
          </EmptyState>
        ) : (
          <DataTable<SettingLine>
            label="Settings"
            rows={lines}
            keyOf={({ key }) => key}
            columns={[
              {
                head: 'Setting',
                cell: ({ key, planned }) => (
                  <chakra.button
                    type="button"
                    cursor="pointer"
                    textAlign="left"
                    minH="32px"
                    onClick={() => select(settingPointKey(key))}
                    textDecoration={at === settingPointKey(key) ? 'underline' : undefined}
                  >
                    {planned?.label ?? key}
                  </chakra.button>
                ),
              },
              {
                head: 'Planned',
                numeric: true,
                cell: ({ planned }) =>
                  planned ? (
                    <>
                      {settingText(planned.key, planned.value, planned.unit)}
                      {planned.tolerance > 0 && (
                        <chakra.span color="ink3" fontSize="12.5px">
                          {' '}
                          ± {formatNumber(planned.tolerance)}
                        </chakra.span>
                      )}
                    </>
                  ) : (
                    'not planned'
                  ),
              },
              { head: 'Read', numeric: true, cell: (line) => value(line, 'read') },
              { head: 'Left', numeric: true, cell: (line) => value(line, 'left') },
              { head: 'Verdict', cell: ({ verdict }) => <VerdictWord verdict={verdict} /> },
            ]}
          />
        )}
      </TitledSheet>
      {reading.state === 'done' && (reading.readout.unplanned.length > 0 || reading.readout.unknown.length > 0) && (
        <TitledSheet title="What else the gateway gives" note="not part of the plan, so not judged">
          <Box px="14px" pb="10px" fontSize="14px">
            {reading.readout.unplanned.map(({ key, value: number }) => (
              <Flex key={key} justify="space-between" borderTopWidth="1px" borderColor="rule" py="4px">
                <Text>{REGISTER_NAMES[key] ?? key}</Text>
                <Text fontWeight="600">{formatNumber(number)}</Text>
              </Flex>
            ))}
            {reading.readout.unknown.map(({ key, value: number }) => (
              <Flex key={key} justify="space-between" borderTopWidth="1px" borderColor="rule" py="4px">
                <Text fontFamily="mono">
                  {key} <chakra.span color="ink3">no name known here</chakra.span>
                </Text>
                <Text fontWeight="600">{number}</Text>
              </Flex>
            ))}
          </Box>
        </TitledSheet>
      )}
      {reading.state === 'done' && <GatewayFindings said={reading.readout.said} />}
      <CrossChecks />
      <ReserveMoves live={live} />
      <CommissioningRun />
      <PracticeSheet />
      <LiveWorkingTests live={live} />
      <LogSheet />
      <GatewayAddress />
      <PointList points={bench.points.filter(({ stage }) => stage === 'settings')} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
