import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'

/**
 * The working surface of each stage, a script of its own: a page fetches the one it shows. What stands around it says what is shown
 * meanwhile: the first one came with the page and is not put away for the want of its script.
 */
export const STAGE_BENCHES: Readonly<Record<Stage, ComponentType>> = {
  survey: dynamic(() => import('./survey/SurveyBench').then(({ SurveyBench }) => SurveyBench)),
  plan: dynamic(() => import('./plan/PlanBench').then(({ PlanBench }) => PlanBench)),
  fit: dynamic(() => import('./fit/FitBench').then(({ FitBench }) => FitBench)),
  wire: dynamic(() => import('./wire/WireBench').then(({ WireBench }) => WireBench)),
  earth: dynamic(() => import('./earth/EarthBench').then(({ EarthBench }) => EarthBench)),
  settings: dynamic(() => import('./settings/SettingsBench').then(({ SettingsBench }) => SettingsBench)),
  outage: dynamic(() => import('./outage/OutageBench').then(({ OutageBench }) => OutageBench)),
  handover: dynamic(() => import('./handover/HandoverBench').then(({ HandoverBench }) => HandoverBench)),
}
