import { THE_JOB } from '@/core/evidence/family'
import { islandBond } from '@/core/evidence/families/islandBond'
import type { Judgement } from '@/core/evidence/point'
import { useJob } from '../job/JobContext'

/** What was made of the bond in island mode. */
export const useBond = (): Judgement | undefined => useJob().bench.judgements.get(islandBond.key(THE_JOB))
