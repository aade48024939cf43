'use client'
import { useState } from 'react'
import { type AutonomyYear, isKnownSystem } from '@/core/plan/autonomy'
import { type YearBasis, type YearSystem, systemOfPlan } from '@/core/plan/yearOfInstallation'
import type { YearProfile } from '@/core/plan/yearProfile'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { usePlanned } from '../LoadDrafts'
import { MonthBars } from '../MonthBars'
import { OneOutage } from '../OneOutage'
import { useYear } from '../useYear'
import { AnotherSystem } from './AnotherSystem'
import { SystemsOnPicture } from './SystemsOnPicture'
import { YearAssumptions } from './YearAssumptions'
import { YearFigures } from './YearFigures'
import { YearsUnderWay } from './YearsUnderWay'
import { useComparedSystems } from './useComparedSystems'
import { useYears } from './useYears'

/** Runtime through the year: an outage from every hour of it, for up to four systems on one picture. */
export function YearView() {
  const { basis, imported } = useYear()
  if (imported.failure)
    return <Notice kind="error">{imported.failure} The year needs it; the rest of the plan does not.</Notice>
  if (basis === null)
    return (
      <TitledSheet title="Runtime through the year">
        <EmptyState title="Fetching the metering…" />
      </TitledSheet>
    )
  if (basis.missing) return <Missing missing={basis.missing} />
  return <Year basis={basis} />
}

/** What keeps the year from being run, and where it is entered. */
function Missing({ missing }: { missing: string }) {
  const { goTo } = useJob()
  const view = missing.includes('latitude') ? 'site' : 'loads'
  return (
    <TitledSheet title="Runtime through the year">
      <EmptyState
        title={missing}
        action={
          <Button size="sm" onClick={() => goTo('survey', null, view)}>
            Go to Survey
          </Button>
        }
      >
        Then an outage is tried from every hour of the year.
      </EmptyState>
    </TitledSheet>
  )
}

function Year({ basis }: { basis: YearBasis }) {
  const { installation, plan } = usePlanned()
  const [isAdding, setAdding] = useState(false)
  const compared = useComparedSystems(installation, plan)
  const { state, run, cancel } = useYears(basis.profile, compared.shown)
  const planned = systemOfPlan(installation, plan)
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
        <SystemsOnPicture {...compared} />
        <YearsUnderWay state={state} run={run} cancel={cancel} />
      </TitledSheet>
      {state.kind === 'done' && <Results profile={basis.profile} systems={state.systems} years={state.years} />}
      <YearAssumptions basis={basis} planned={planned} />
      <AnotherSystem open={isAdding} onClose={() => setAdding(false)} planned={planned} compared={compared} />
    </>
  )
}

/** The years in figures, and the first system's months and single outages. */
function Results({
  profile,
  systems,
  years,
}: {
  profile: YearProfile | null
  systems: readonly YearSystem[]
  years: readonly (AutonomyYear | null)[]
}) {
  const [first] = systems
  const [year] = years
  return (
    <>
      <YearFigures systems={systems} years={years} />
      {profile && first && year && (
        <>
          <MonthBars label={first.label} monthMeanH={year.monthMeanH} />
          {isKnownSystem(first.system) && (
            <OneOutage profile={profile} system={first.system} year={year} label={first.label} />
          )}
        </>
      )}
    </>
  )
}
