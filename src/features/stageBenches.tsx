import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'

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

/**
 * The working surface of each stage, a script of its own: a page fetches the one it shows. What stands around it says what is shown
 * meanwhile: the first one came with the page and is not put away for the want of its script.
 */
export const STAGE_BENCHES: Readonly<Record<Stage, ComponentType>> = {
  survey: dynamic(load.survey),
  plan: dynamic(load.plan),
  fit: dynamic(load.fit),
  wire: dynamic(load.wire),
  earth: dynamic(load.earth),
  settings: dynamic(load.settings),
  outage: dynamic(load.outage),
  handover: dynamic(load.handover),
}

/** Fetches every stage while there is a connection, one after the other: on site all of them are wanted, and there may be none. */
export async function keepStages(): Promise<void> {
  for (const fetchStage of Object.values(load)) await fetchStage()
}
