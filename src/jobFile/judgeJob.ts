import { benchOf } from '@/core/evidence/bench'
import type { ConditionState, HoldState } from '@/core/evidence/holdPoints'
import type { JobRecord } from '@/core/evidence/judge'
import { nextPoint } from '@/core/evidence/next'
import type { Point } from '@/core/evidence/point'
import { planOfInstallation } from '@/core/plan/planOfInstallation'

/** Why a condition of a hold stands as it does, in one sentence. */
function reasonOf(
  { verdict, waiting, override, holds, shown }: ConditionState,
  labelOf: (key: string) => string,
): string {
  if (shown) return 'Everything it asks for is shown.'
  if (waiting.length === 0) return 'Nothing is entered that could show it.'
  const named = waiting.slice(0, 3).map(labelOf).join('; ')
  const rest = waiting.length > 3 ? ` and ${waiting.length - 3} more` : ''
  const still = verdict === 'stop' ? 'Stopped, or still to show' : 'Still to show'
  return `${still}: ${named}${rest}.${holds && override ? ` Gone past in writing by ${override.byName}: ${override.reason}` : ''}`
}

function holdOf(state: HoldState, labelOf: (key: string) => string) {
  return {
    step: state.step.id,
    label: state.step.label,
    released: state.released,
    waitsFor: state.waitsFor,
    conditions: state.conditions.map((condition) => ({
      id: condition.condition.id,
      label: condition.condition.label,
      holds: condition.holds,
      verdict: condition.verdict,
      reason: reasonOf(condition, labelOf),
      waiting: condition.waiting,
      mayOverride: condition.mayOverride,
      override: condition.override && {
        by: condition.override.byName,
        at: condition.override.at,
        reason: condition.override.reason,
      },
    })),
  }
}

/** What the app would say of a job, through the functions that its screens use: plan, points, holds, promises, and what is next. */
export function judgeJob(record: JobRecord) {
  const { installation } = record
  const bench = benchOf(record)
  const plan = planOfInstallation(installation)
  const labels = new Map(bench.points.map(({ key, label }) => [key, label]))
  const labelOf = (key: string) => labels.get(key) ?? key
  const next = nextPoint(bench)
  return {
    name: installation.name,
    packId: installation.packId,
    today: record.today,
    plan: {
      marks: plan.marks,
      school: {
        recommended: plan.demand.school,
        chosen: installation.chosenSchool,
        reason: installation.schoolReason,
      },
      contradictions: plan.contradictions,
      capacity: plan.capacity,
      limits: plan.limits,
      demand: plan.demand,
      runtime: plan.runtime,
    },
    points: bench.points.map((point: Point) => ({
      key: point.key,
      label: point.label,
      stage: point.stage,
      family: point.family,
      ...(point.timing && { timing: true }),
      ...(bench.judgements.get(point.key) ?? { verdict: 'open' as const }),
    })),
    holds: bench.holds.map((state) => holdOf(state, labelOf)),
    holdLine: bench.holdLine.sentence,
    promises: bench.promises.map(({ promise, verdict, says, points }) => ({
      kind: promise.kind,
      sentence: promise.sentence,
      verdict,
      says,
      evidence: points,
    })),
    next: next && { key: next.point.key, label: next.point.label, because: next.because },
  }
}
