import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'
import type { Stage } from '@/core/evidence/point'
import { STAGE_SCRIPTS } from './stageScripts'

/**
 * The working surface of each stage, a script of its own: a page fetches the one it shows. What stands around it says what is shown
 * meanwhile: the first one came with the page and is not put away for the want of its script.
 */
export const STAGE_BENCHES: Readonly<Record<Stage, ComponentType>> = {
  survey: dynamic(STAGE_SCRIPTS.survey),
  plan: dynamic(STAGE_SCRIPTS.plan),
  fit: dynamic(STAGE_SCRIPTS.fit),
  wire: dynamic(STAGE_SCRIPTS.wire),
  earth: dynamic(STAGE_SCRIPTS.earth),
  settings: dynamic(STAGE_SCRIPTS.settings),
  outage: dynamic(STAGE_SCRIPTS.outage),
  handover: dynamic(STAGE_SCRIPTS.handover),
}
