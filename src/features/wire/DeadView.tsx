'use client'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'

/** W-4: all that is tested dead, and what is tightened, before anything is live. */
export function DeadView() {
  const { bench } = useJob()
  const of = (pattern: RegExp) => bench.points.filter(({ key }) => pattern.test(key))
  return (
    <>
      <Notice kind="caution">
        Isolated, locked off, proved dead. Electronics and surge devices out before 500 V. PV strings are live in
        daylight whatever is switched off; batteries are live at their terminals.
      </Notice>
      <PointList title="Dead tests" points={of(/^wire\.dead\./)} empty="No run and no circuit in the plan yet" />
      <PointList title="Terminals" points={of(/^wire\.torque\./)} empty="No run in the plan yet" />
    </>
  )
}
