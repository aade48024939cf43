import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'
import { EarthBench } from './earth/EarthBench'
import { FitBench } from './fit/FitBench'
import { HandoverBench } from './handover/HandoverBench'
import { OutageBench } from './outage/OutageBench'
import { PlanBench } from './plan/PlanBench'
import { SettingsBench } from './settings/SettingsBench'
import { SurveyBench } from './survey/SurveyBench'
import { WireBench } from './wire/WireBench'

/** The working surface of each stage. */
export const STAGE_BENCHES: Readonly<Record<Stage, ComponentType>> = {
  survey: SurveyBench,
  plan: PlanBench,
  fit: FitBench,
  wire: WireBench,
  earth: EarthBench,
  settings: SettingsBench,
  outage: OutageBench,
  handover: HandoverBench,
}
