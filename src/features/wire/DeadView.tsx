'use client'
import { familyOf } from '@/core/evidence/families'
import type { WorkingPlace } from '@/core/evidence/workingPlaces'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'

/** W-4: all that is tested dead, and what is tightened, before anything is live. */
export function DeadView() {
  const { bench } = useJob()
  const at = (...places: WorkingPlace[]) => bench.points.filter((point) => places.includes(familyOf(point).place))
  return (
    <>
      <Notice kind="caution">
        Isolated, locked off, proved dead. Electronics and surge devices out before 500 V. PV strings are live in
        daylight whatever is switched off; batteries are live at their terminals.
      </Notice>
      <PointList title="Dead tests" points={at('deadTests')} empty="No run and no circuit in the plan yet" />
      <PointList title="Terminals" points={at('torque')} empty="No run in the plan yet" />
    </>
  )
}
