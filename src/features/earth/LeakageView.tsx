'use client'
import { belongsTo } from '@/core/evidence/families'
import { standingLeakage } from '@/core/evidence/families/standingLeakage'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { CircuitsByDevice } from './CircuitsByDevice'
import { Regrouping } from './Regrouping'

/** E-10: what leaks through each residual-current device, and the fewest moves that put every one of them right. */
export function LeakageView() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const points = bench.points.filter((point) => belongsTo(point, standingLeakage))
  return (
    <>
      <Notice kind="caution">
        Clamp around all live conductors of a circuit together. A filter’s leakage is never taken away with a capacitor
        or a bridge: share the circuits out, or give the noisy one a feed of its own.
      </Notice>
      {installation.testDepth !== 'full' && (
        <Notice kind="info">Leakage is asked for in a full test; this job is set to the essential one.</Notice>
      )}
      {installation.testDepth === 'full' && (
        <PointList title="Leakage by device" points={points} empty="No device to look at" />
      )}
      <CircuitsByDevice />
      <Regrouping />
    </>
  )
}
