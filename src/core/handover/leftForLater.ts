import { leavingTalk } from '../evidence/families/leavingTalk'
import { spareLength } from '../evidence/families/mountedChecks'
import type { JobRecord } from '../evidence/judge'
import { THE_JOB } from '../evidence/family'
import { coresOfRuns, lugsAtAnEnd } from '../plan/cableMaterials'
import { sizeSystemOf } from '../rules/conductors'
import { latestBySlot, standingReadings } from '../evidence/reading'

/** Length that was left coiled on a run for whoever comes next: as measured, or as planned where nobody measured it. */
export interface LeftLength {
  runTag: string
  from: string
  to: string
  size: string
  lengthM: number
  measured: boolean
  /** Lugs to bring for landing it: nobody counts what lies in a cupboard. */
  lugs: number
}

/** What an earlier visit left for a later one, and need not be brought again. */
export function leftForLater({ installation, readings }: Pick<JobRecord, 'installation' | 'readings'>): LeftLength[] {
  const standing = standingReadings(readings)
  const { packId } = installation
  const lugsFor = (size: string) => lugsAtAnEnd(sizeSystemOf(packId), size, coresOfRuns(packId))
  return installation.runs
    .filter(({ extraM }) => extraM > 0)
    .map((run) => {
      const key = spareLength.key(run)
      const read = standing.findLast((one) => one.pointKey === key && one.valueNumber !== null)?.valueNumber ?? null
      const { tag, from, to, size, extraM } = run
      return { runTag: tag, from, to, size, lengthM: read ?? extraM, measured: read !== null, lugs: lugsFor(size) }
    })
}

/** What the household asked when the crew left, and who it was; `null` where nobody wrote it down. */
export function askedAtLeaving({ readings }: Pick<JobRecord, 'readings'>): { who: string; asked: string } | null {
  const latest = latestBySlot(standingReadings(readings), leavingTalk.key(THE_JOB))
  const [who, asked] = [latest.get('who')?.valueWord, latest.get('asked')?.valueWord]
  return who && asked ? { who, asked } : null
}
