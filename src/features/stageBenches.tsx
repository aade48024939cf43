import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'
import { BenchLoading } from './job/BenchLoading'

const load = {
  survey: () => import('./survey/SurveyBench').then(({ SurveyBench }) => SurveyBench),
  plan: () => import('./plan/PlanBench').then(({ PlanBench }) => PlanBench),
  fit: () => import('./fit/FitBench').then(({ FitBench }) => FitBench),
  wire: () => import('./wire/WireBench').then(({ WireBench }) => WireBench),
  earth: () => import('./earth/EarthBench').then(({ EarthBench }) => EarthBench),
  settings: () => import('./settings/SettingsBench').then(({ SettingsBench }) => SettingsBench),
  outage: () => import('./outage/OutageBench').then(({ OutageBench }) => OutageBench),
  handover: () => import('./handover/HandoverBench').then(({ HandoverBench }) => HandoverBench),
} satisfies Record<Stage, () => Promise<ComponentType>>

/** The working surface of each stage, a script of its own: a page fetches the one it shows. */
export const STAGE_BENCHES: Readonly<Record<Stage, ComponentType>> = {
  survey: dynamic(load.survey, { loading: BenchLoading }),
  plan: dynamic(load.plan, { loading: BenchLoading }),
  fit: dynamic(load.fit, { loading: BenchLoading }),
  wire: dynamic(load.wire, { loading: BenchLoading }),
  earth: dynamic(load.earth, { loading: BenchLoading }),
  settings: dynamic(load.settings, { loading: BenchLoading }),
  outage: dynamic(load.outage, { loading: BenchLoading }),
  handover: dynamic(load.handover, { loading: BenchLoading }),
}

/** Fetches every stage while there is a connection, one after the other: on site all of them are wanted, and there may be none. */
export async function keepStages(): Promise<void> {
  for (const fetchStage of Object.values(load)) await fetchStage()
}
