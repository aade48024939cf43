'use client'
import { counted } from '@/core/quantity/counted'
import dynamic from 'next/dynamic'
import { unknownsOf } from '@/core/plan/surveyChecklist'
import { itemsOf } from '@/core/installation/survey'
import { Button } from '@/ui/Button'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { ContradictionsNotice } from './ContradictionsNotice'
import { LoadsView } from './LoadsView'
import { UnknownsSheet } from './UnknownsSheet'

const VIEWS = [
  { key: 'loads', label: 'Loads', View: LoadsView },
  {
    key: 'supply',
    label: 'Supply and boards',
    View: dynamic(() => import('./SupplyView').then(({ SupplyView }) => SupplyView)),
  },
  {
    key: 'sources',
    label: 'Sources',
    View: dynamic(() => import('./SourcesView').then(({ SourcesView }) => SourcesView)),
  },
  {
    key: 'found',
    label: 'Already there',
    View: dynamic(() => import('./FoundView').then(({ FoundView }) => FoundView)),
  },
  { key: 'site', label: 'Place', View: dynamic(() => import('./SiteView').then(({ SiteView }) => SiteView)) },
  { key: 'papers', label: 'Papers', View: dynamic(() => import('./PapersView').then(({ PapersView }) => PapersView)) },
  {
    key: 'household',
    label: 'Household',
    View: dynamic(() => import('./household/HouseholdView').then(({ HouseholdView }) => HouseholdView)),
  },
] as const

/** Survey: what the house needs and what is there, one view at a time, and what is still unknown in the order of what it holds up. */
export function SurveyBench() {
  const {
    record: { installation },
    bench,
    goTo,
  } = useJob()
  const unknowns = unknownsOf(installation)
  const { loads, survey } = installation
  const views = VIEWS.map(({ key, label }) => ({
    key,
    label,
    badge: (
      <Count
        n={unknowns.filter(({ part }) => part === key).length}
        words="still unknown"
        tone={unknowns.some(({ part, blocks }) => part === key && blocks === 'safety') ? 'stop' : 'ink2'}
      />
    ),
  }))
  const open = useBenchView(views)
  const { View } = VIEWS.find(({ key }) => key === open) ?? VIEWS[0]
  const defects = itemsOf(survey, 'defect').length
  return (
    <>
      <BenchHead
        title="What the house needs"
        note={`${counted(loads.length, ['load', 'loads'])}, ${loads.filter(({ backedUp }) => backedUp).length} backed up${defects > 0 ? `, ${counted(defects, ['defect', 'defects'])} found` : ''}`}
        actions={
          unknowns[0] && (
            <Button size="sm" onClick={() => goTo('survey', null, unknowns[0]?.part)}>
              {unknowns.length} still unknown
            </Button>
          )
        }
      />
      <BenchViews views={views} label="Parts of the survey" />
      <BenchPanel view={open}>
        <ContradictionsNotice />
        <View />
        <UnknownsSheet
          unknowns={open === 'loads' ? unknowns : unknowns.filter(({ part }) => part === open)}
          here={open}
        />
        {open === 'loads' && <PointList points={bench.points.filter(({ stage }) => stage === 'survey')} />}
      </BenchPanel>
    </>
  )
}
