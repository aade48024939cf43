import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'

/** Fetches the script of each stage's bench. */
export const STAGE_SCRIPTS = {
  survey: () => import('./survey/SurveyBench').then(({ SurveyBench }) => SurveyBench),
  plan: () => import('./plan/PlanBench').then(({ PlanBench }) => PlanBench),
  fit: () => import('./fit/FitBench').then(({ FitBench }) => FitBench),
  wire: () => import('./wire/WireBench').then(({ WireBench }) => WireBench),
  earth: () => import('./earth/EarthBench').then(({ EarthBench }) => EarthBench),
  settings: () => import('./settings/SettingsBench').then(({ SettingsBench }) => SettingsBench),
  outage: () => import('./outage/OutageBench').then(({ OutageBench }) => OutageBench),
  handover: () => import('./handover/HandoverBench').then(({ HandoverBench }) => HandoverBench),
} satisfies Record<Stage, () => Promise<ComponentType>>

/** Says on the page that the server draws which stage it shows. */
export const STAGE_SHOWN = 'data-stage'

/**
 * Fetches the script of the stage that a page came with, beside that of what stands around it: asked for by the bench itself, it would come
 * after all of that has been gone through.
 */
export function fetchStageShown(): void {
  if (typeof document === 'undefined') return
  const shown = document.querySelector(`[${STAGE_SHOWN}]`)?.getAttribute(STAGE_SHOWN) ?? ''
  // one that cannot be had now is asked for again by its bench, which says so
  if (Object.hasOwn(STAGE_SCRIPTS, shown)) void STAGE_SCRIPTS[shown as Stage]().catch(() => undefined)
}
