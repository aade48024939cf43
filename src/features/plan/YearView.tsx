'use client'
import { isKnownSystem, missingOfSystem } from '@/core/plan/autonomy'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { type YearSystem, systemOfPlan, systemsToCompare } from '@/core/plan/yearOfInstallation'
import { MONTH_NAMES } from '@/core/plan/yearProfile'
import { formatDuration, formatNumber, formatQuantity, formatWhole } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { MonthBars } from './MonthBars'
import { OneOutage } from './OneOutage'
import { usePlanned } from './LoadDrafts'
import { SurvivalChart } from './SurvivalChart'
import { useYear } from './useYear'
import { useYears } from './useYears'

const MOST_SYSTEMS = 4
const MAX_HOURS = 336
/** A share in percent, or that nobody has said it. */
const shareOr = (share: number | null) => (share === null ? 'open' : `${formatNumber(100 * share, 3)} %`)
const hours = (value: number | null | undefined) =>
  value == null ? 'open' : value >= MAX_HOURS ? `${MAX_HOURS / 24} days and more` : formatDuration(value * 3_600_000)

/** Runtime through the year: an outage from every hour of it, for up to four systems on one picture. */
export function YearView() {
  const { goTo } = useJob()
  const { installation, plan } = usePlanned()
  const { basis, imported } = useYear()
  const [own, setOwn] = useState<readonly YearSystem[]>([])
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [adding, setAdding] = useState(false)
  const offered = useMemo(() => [...systemsToCompare(installation, plan), ...own], [installation, plan, own])
  const shown = useMemo(() => offered.filter(({ label }) => !left.has(label)).slice(0, MOST_SYSTEMS), [offered, left])
  const { state, run, cancel } = useYears(basis?.profile ?? null, shown)
  if (imported.failure)
    return <Notice kind="error">{imported.failure} The year needs it; the rest of the plan does not.</Notice>
  if (basis === null)
    return (
      <TitledSheet title="Runtime through the year">
        <EmptyState title="Fetching the metering…" />
      </TitledSheet>
    )
  if (basis.missing)
    return (
      <TitledSheet title="Runtime through the year">
        <EmptyState
          title={basis.missing}
          action={
            <Button
              size="sm"
              onClick={() => goTo('survey', null, basis.missing?.includes('latitude') ? 'site' : 'loads')}
            >
              Go to Survey
            </Button>
          }
        >
          Then an outage is tried from every hour of the year.
        </EmptyState>
      </TitledSheet>
    )
  const planned = systemOfPlan(installation, plan)
  const toggle = (label: string) =>
    setLeft((old) => {
      const next = new Set(old)
      if (next.has(label)) next.delete(label)
      else next.add(label)
      return next
    })
  return (
    <>
      <TitledSheet
        title="Share of outages that still run"
        note="an outage from every hour of the year"
        actions={
          <Button size="sm" onClick={() => setAdding(true)}>
            Compare another
          </Button>
        }
      >
        <Flex px="14px" pb="8px" gap="8px" wrap="wrap" align="center" role="group" aria-label="Systems on the picture">
          {offered.map(({ label }) => {
            const on = shown.some((one) => one.label === label)
            return (
              <Button
                key={label}
                size="sm"
                variant={on ? 'chosen' : 'quiet'}
                aria-pressed={on}
                onClick={() => toggle(label)}
              >
                {label}
              </Button>
            )
          })}
          {offered.length - left.size > MOST_SYSTEMS && (
            <Text fontSize="13px" color="ink2">
              four at a time: take one off to see the rest
            </Text>
          )}
        </Flex>
        {state.kind === 'running' && (
          <Flex px="14px" pb="10px" gap="12px" align="center">
            <Box
              flex="1"
              h="8px"
              bg="sheet2"
              borderWidth="1px"
              borderColor="rule"
              role="progressbar"
              aria-label="Trying every hour of the year"
              aria-valuenow={Math.round(100 * state.share)}
              aria-valuemin={0}
              aria-valuemax={100}
            >
              <Box h="100%" bg="ember" w={`${100 * state.share}%`} />
            </Box>
            <Button size="sm" onClick={cancel}>
              Cancel
            </Button>
          </Flex>
        )}
        {state.kind === 'cancelled' && (
          <EmptyState
            title="Cancelled"
            action={
              <Button size="sm" onClick={run}>
                Run it again
              </Button>
            }
          >
            Nothing is lost; the year can be run again at any time.
          </EmptyState>
        )}
        {state.kind === 'failed' && (
          <Notice
            kind="error"
            mx="14px"
            mb="10px"
            action={
              <Button size="sm" onClick={run}>
                Try again
              </Button>
            }
          >
            {state.message}
          </Notice>
        )}
        {state.kind === 'done' && (
          <SurvivalChart
            series={state.systems.flatMap(({ label }, k) => {
              const year = state.years[k]
              return year ? [{ label, curve: year.curve }] : []
            })}
          />
        )}
        {state.kind === 'done' && state.years.includes(null) && (
          <EmptyState title="Open">
            Still needed: {[...new Set(state.systems.flatMap(({ system }) => missingOfSystem(system)))].join(', ')}.
          </EmptyState>
        )}
      </TitledSheet>
      {state.kind === 'done' && (
        <>
          <TitledSheet title="In figures">
            <DataTable
              label="Systems compared"
              rows={state.systems.map((system, k) => ({ ...system, year: state.years[k] ?? null }))}
              keyOf={({ label }) => label}
              columns={[
                {
                  head: 'System',
                  cell: ({ label, system }) => (
                    <>
                      <Text fontWeight="600">{label}</Text>
                      <Text fontSize="13px" color="ink2">
                        {system.capacityWh === null ? 'energy open' : formatQuantity(system.capacityWh, 'Wh', 3)},{' '}
                        {system.dischargeLimitW === null
                          ? 'power open'
                          : formatQuantity(system.dischargeLimitW, 'W', 3)}
                        {system.chargeLimitW === null && ', charging power open'}
                        {system.pvShare === null && ', PV open'}, reserve {shareOr(system.reserveSoc)}
                      </Text>
                    </>
                  ),
                },
                { head: '95 of 100 last', numeric: true, cell: ({ year }) => hours(year?.p5H) },
                { head: 'half last', numeric: true, cell: ({ year }) => hours(year?.p50H) },
                { head: '5 of 100 last', numeric: true, wideOnly: true, cell: ({ year }) => hours(year?.p95H) },
                {
                  head: 'Worst month',
                  wideOnly: true,
                  cell: ({ year }) =>
                    year
                      ? `${MONTH_NAMES[(year.worstMonth ?? 1) - 1]}, ${hours(year.worstMonthMeanH)} on average`
                      : 'open',
                },
                {
                  head: 'Not served in a day',
                  numeric: true,
                  wideOnly: true,
                  cell: ({ year }) => (year ? formatQuantity(1000 * (year.energyNotServedKWh ?? 0), 'Wh', 3) : 'open'),
                },
                {
                  head: 'Fails by power',
                  numeric: true,
                  wideOnly: true,
                  cell: ({ year }) => (year ? `${formatNumber(100 * (year.powerFailShare ?? 0), 2)} %` : 'open'),
                },
              ]}
            />
          </TitledSheet>
          {state.years[0] && basis.profile && (
            <MonthBars label={state.systems[0]?.label ?? ''} monthMeanH={state.years[0].monthMeanH} />
          )}
          {state.years[0] && basis.profile && state.systems[0] && isKnownSystem(state.systems[0].system) && (
            <OneOutage
              profile={basis.profile}
              system={state.systems[0].system}
              year={state.years[0]}
              label={state.systems[0].label}
            />
          )}
        </>
      )}
      <TitledSheet title="What this assumes">
        <chakra.ul px="32px" pb="10px" fontSize="14px" listStyleType="disc" css={{ '& > li': { paddingBlock: '1px' } }}>
          <li>
            Load — {basis.load}. {Math.round(100 * planned.loadShare)} % of it is fed in an outage, after turning off
            the list.
          </li>
          <li>
            Sun — {basis.pv}
            {basis.pv === 'none' ? '; add the faces of the array on the survey if there is PV' : ''}. How much of it
            feeds the island: {shareOr(planned.pvShare)}.
          </li>
          <li>
            Charging {formatNumber(100 * planned.chargeEfficiency, 3)} %, discharging{' '}
            {shareOr(planned.dischargeEfficiency)} efficient; standby{' '}
            {planned.standbyW === null ? 'open' : formatQuantity(planned.standbyW, 'W', 3)}; floor{' '}
            {shareOr(planned.floorSoc)}, reserve {shareOr(planned.reserveSoc)}.
          </li>
          <li>
            Each start has the charge that a normal year left there. No restart after a failure, no generator, nobody
            saving power. Means of {basis.profile?.stepH === 1 ? 'an hour' : 'half an hour or less'}: short peaks are
            judged under Limits.
          </li>
        </chakra.ul>
      </TitledSheet>
      <Overlay title="Another system to compare" open={adding} onClose={() => setAdding(false)}>
        <SpecForm
          submitLabel="Put it on the picture"
          specs={[
            { name: 'label', label: 'Name', kind: 'text' },
            { name: 'capacityWh', label: 'Usable energy', kind: 'number', unit: 'Wh' },
            { name: 'dischargeLimitW', label: 'Power', kind: 'number', unit: 'W' },
            { name: 'reserveSoc', label: 'Backup reserve', kind: 'percent' },
          ]}
          initial={{
            label: `system ${own.length + 2}`,
            capacityWh: planned.capacityWh,
            dischargeLimitW: planned.dischargeLimitW,
            reserveSoc: planned.reserveSoc,
          }}
          check={(fields) => [
            ...(offered.some(({ label }) => label === fields.label) || fields.label === ''
              ? [{ path: 'label', message: 'Give it a name of its own' }]
              : []),
            ...(['capacityWh', 'dischargeLimitW'] as const)
              .filter((path) => !((fields[path] as number) > 0 && (fields[path] as number) < 1e6))
              .map((path) => ({ path, message: `must be above 0 and below ${formatWhole(1_000_000)}` })),
            ...((fields.reserveSoc as number) >= (planned.floorSoc ?? 0) && (fields.reserveSoc as number) <= 1
              ? []
              : [
                  {
                    path: 'reserveSoc',
                    message: `lies between the floor of ${shareOr(planned.floorSoc ?? 0)} and 100 %`,
                  },
                ]),
          ]}
          save={async ({ label, ...change }) => {
            const system = {
              ...planned,
              ...(change as { capacityWh: number; dischargeLimitW: number; reserveSoc: number }),
            }
            setOwn((old) => [
              ...old,
              {
                label: String(label),
                system: {
                  ...system,
                  chargeLimitW: planned.chargeLimitW,
                  initialSoc: Math.max(planned.initialSoc, system.reserveSoc),
                },
              },
            ])
            // a fifth takes the last one's place
            if (shown.length >= MOST_SYSTEMS) setLeft((old) => new Set([...old, shown.at(-1)?.label ?? '']))
            setAdding(false)
          }}
        />
      </Overlay>
    </>
  )
}
