'use client'
import dynamic from 'next/dynamic'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { School } from '@/core/plan/changeoverLoad'
import { medicalToSettle } from '@/core/plan/medical'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { missingForLimits } from '@/core/plan/limitsOfInstallation'
import { schoolReason } from '@/core/plan/schoolReason'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { ContradictionsNotice } from '../survey/ContradictionsNotice'
import { LimitsView } from './LimitsView'
import { usePlan } from './usePlan'
import { withinSentence } from '@/core/withinSentence'

/** Laid out on a sheet of its own. */
const ChoosePlan = dynamic(() => import('./ChoosePlan').then(({ ChoosePlan }) => ChoosePlan))

const VIEWS = [
  { key: 'limits', label: 'Limits', View: LimitsView },
  {
    key: 'schools',
    label: 'Schools',
    View: dynamic(() => import('./SchoolsView').then(({ SchoolsView }) => SchoolsView)),
  },
  { key: 'motors', label: 'Motors', View: dynamic(() => import('./MotorsView').then(({ MotorsView }) => MotorsView)) },
  { key: 'year', label: 'Year', View: dynamic(() => import('./year/YearView').then(({ YearView }) => YearView)) },
  { key: 'money', label: 'Money', View: dynamic(() => import('./MoneyView').then(({ MoneyView }) => MoneyView)) },
  { key: 'pv', label: 'PV', View: dynamic(() => import('./PvView').then(({ PvView }) => PvView)) },
  {
    key: 'devices',
    label: 'Devices',
    View: dynamic(() => import('./DevicesView').then(({ DevicesView }) => DevicesView)),
  },
  {
    key: 'batteries',
    label: 'Batteries',
    View: dynamic(() => import('./BatteriesView').then(({ BatteriesView }) => BatteriesView)),
  },
  {
    key: 'testday',
    label: 'Test day',
    View: dynamic(() => import('./TestDayView').then(({ TestDayView }) => TestDayView)),
  },
  {
    key: 'promises',
    label: 'Promises',
    View: dynamic(() => import('./PromisesView').then(({ PromisesView }) => PromisesView)),
  },
  {
    key: 'own',
    label: 'Rules',
    View: dynamic(() => import('./OwnLimitsView').then(({ OwnLimitsView }) => OwnLimitsView)),
  },
] as const

/** What was chosen stands at the head, or what is recommended while nothing is. */
function headTitle(chosen: School | null, recommended: School | null): string {
  const school = chosen ?? recommended
  return school === null ? 'Not enough is known to plan' : SCHOOL_WORDS[school]
}

function headNote(chosen: School | null, recommended: School | null): string | false {
  if (chosen === null) return recommended !== null && 'recommended'
  if (chosen === recommended) return 'chosen, as recommended'
  return `chosen; recommended: ${recommended === null ? 'nothing yet' : withinSentence(SCHOOL_WORDS[recommended])}`
}

/** Plan: what the sources can give, what the house asks of them, for how long, and what is promised of it. */
export function PlanBench() {
  const {
    record: { installation },
    bench,
    may,
    goTo,
  } = useJob()
  const plan = usePlan()
  const [choosing, setChoosing] = useState(false)
  const { limits, demand } = plan
  const reopened = bench.promises.filter(
    ({ promise, verdict }) => promise.changedAt !== null && verdict === 'open',
  ).length
  const views = VIEWS.map(({ key, label }) => ({
    key,
    label,
    badge: key === 'promises' ? <Count n={reopened} words="open again" tone="sun" /> : undefined,
  }))
  const open = useBenchView(views)
  const { View } = VIEWS.find(({ key }) => key === open) ?? VIEWS[0]
  const { chosenSchool } = installation
  const recommended = schoolReason(plan)
  const missing = missingForLimits(installation)
  const reason = chosenSchool ? installation.schoolReason : recommended
  const unsettled = medicalToSettle(installation)
  return (
    <>
      <BenchHead
        title={headTitle(chosenSchool, demand.school)}
        note={headNote(chosenSchool, demand.school)}
        actions={
          may('choosePlan') && (
            <Button
              variant={installation.chosenSchool ? 'quiet' : 'act'}
              onClick={() => setChoosing(true)}
              disabled={demand.expectedDemandW === null}
            >
              {installation.chosenSchool ? 'Choose again' : 'Choose and promise'}
            </Button>
          )
        }
      />
      {reason ? (
        <Text color="ink2" mt="-4px">
          {reason}
        </Text>
      ) : (
        <Notice
          kind="info"
          action={
            <Button size="sm" onClick={() => goTo('survey', null, limits.nightW === null ? 'sources' : 'loads')}>
              Go to Survey
            </Button>
          }
        >
          {limits.nightW === null
            ? `The source limits are open: ${missing.join('; ')} ${missing.length === 1 && !missing[0]?.includes(',') ? 'is' : 'are'} missing.`
            : 'Add loads that are backed up; then the demand can be held against the limits.'}
        </Notice>
      )}
      {chosenSchool && recommended && chosenSchool !== demand.school && (
        <Text color="ink2" fontSize="14px">
          Recommended by the figures: {recommended}
        </Text>
      )}
      {unsettled && <Notice kind="error">{unsettled}</Notice>}
      <BenchViews views={views} label="Parts of the plan" />
      <BenchPanel view={open}>
        <ContradictionsNotice />
        <View />
      </BenchPanel>
      <Overlay title="Choose the changeover and promise it" open={choosing} onClose={() => setChoosing(false)} wide>
        <ChoosePlan onDone={() => setChoosing(false)} />
      </Overlay>
    </>
  )
}
