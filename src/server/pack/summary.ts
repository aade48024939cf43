import { verdictAt } from '@/core/evidence/verdictAt'
import { THE_JOB } from '@/core/evidence/family'
import { RECORDING_SLOT, leavingGap } from '@/core/evidence/families/outageGap'
import { type Bench, benchOf, pointsToShow } from '@/core/evidence/bench'
import { type JobRecord } from '@/core/evidence/judge'
import { STAGES, STAGE_WORDS } from '@/core/evidence/point'
import { planOfInstallation, SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { meanDemandW } from '@/core/plan/stayingOn'
import { RIDE_THROUGH_WORDS, rideThroughClass } from '@/core/outage/rideThrough'
import { SERIAL_SLOT, componentRecord } from '@/core/evidence/families/componentRecord'
import { pointOf } from '@/core/evidence/pointOf'
import { slotReadings } from '@/core/evidence/slotReadings'
import { type IslandSun, islandSunOf } from '@/core/handover/islandSun'
import { type Lasting, lastingOf } from '@/core/handover/lasting'
import { type OutageCard, outageCard } from '@/core/handover/outageCard'
import type { NumberStyle } from '@/core/quantity/numberStyle'
import type { Verdict } from '@/core/rules/verdict'
import type { SummaryWave } from './summaryWave'

/** What a sealed pack says in short: what the customer's page and the report show. Verdicts are stored here as they were when sealed. */
export interface PackSummary {
  jobName: string
  place: string
  crewName: string
  packName: string
  sealedAt: string
  counts: Record<Verdict, number>
  promises: {
    sentence: string
    verdict: Verdict
    says: string
    evidence: { label: string; verdict: Verdict; value: string | null }[]
  }[]
  open: { stage: string; label: string; why: string }[]
  stopped: { stage: string; label: string; why: string }[]
  overrides: { step: string; condition: string; reason: string; byName: string; at: string }[]
  school: string | null
  schoolReason: string | null
  turnOffFirst: string[]
  runtime: { reserveH: number | null; usualH: number | null; fullH: number | null; loadW: number | null }
  gapMs: number | null
  gapClass: string | null
  /** What follows is not in packs that were sealed before it was. */
  card?: OutageCard
  parts?: { name: string; model: string; serial: string | null; warrantyUntil?: string | null }[]
  lasting?: Lasting
  sun?: IslandSun | null
  wave?: SummaryWave | null
  numbers?: NumberStyle
}

/** Units with the serials that are on record. */
function partsOf({ context }: Bench): NonNullable<PackSummary['parts']> {
  return context.installation.components.map((component) => ({
    name: component.name,
    model: component.model,
    serial: slotReadings(pointOf(componentRecord, component, context), context).word(SERIAL_SLOT),
    warrantyUntil: component.warrantyUntil ?? null,
  }))
}

/** Works out the summary of a job as it stands. */
export function packSummary(
  record: JobRecord,
  facts: { place: string; crewName: string; sealedAt: string },
): { summary: PackSummary; bench: Bench } {
  const bench = benchOf(record)
  const { installation } = record
  const { pack } = bench.context
  const plan = planOfInstallation(installation)
  const counts: Record<Verdict, number> = { proven: 0, watch: 0, open: 0, stop: 0 }
  for (const { key } of pointsToShow(bench)) counts[verdictAt(bench.judgements, key)]++
  const listOf = (verdict: Verdict) =>
    STAGES.flatMap((stage) =>
      pointsToShow(bench)
        .filter((point) => point.stage === stage && bench.judgements.get(point.key)?.verdict === verdict)
        .map((point) => ({
          stage: STAGE_WORDS[stage],
          label: point.label,
          why: bench.judgements.get(point.key)?.why ?? '',
        })),
    )
  const gapMs =
    bench.context.readings.findLast(
      ({ pointKey, slot }) => pointKey === leavingGap.key(THE_JOB) && slot === RECORDING_SLOT,
    )?.valueNumber ?? null
  const nameOf = (tag: string) => installation.loads.find((load) => load.tag === tag)?.name ?? tag
  return {
    bench,
    summary: {
      jobName: installation.name,
      place: facts.place,
      crewName: facts.crewName,
      packName: pack.name,
      sealedAt: facts.sealedAt,
      counts,
      promises: bench.promises.map(({ promise, verdict, says, points }) => ({
        sentence: promise.sentence,
        verdict,
        says,
        evidence: points.map(({ label, verdict: own, value }) => ({ label, verdict: own, value })),
      })),
      open: listOf('open'),
      stopped: listOf('stop'),
      overrides: record.overrides.map(({ step, condition, reason, byName, at }) => ({
        step,
        condition,
        reason,
        byName,
        at,
      })),
      school: installation.chosenSchool && SCHOOL_WORDS[installation.chosenSchool],
      schoolReason: installation.schoolReason,
      turnOffFirst: plan.staying.off.map(nameOf),
      runtime: {
        reserveH: plan.runtime.runtimeReserveH,
        usualH: plan.runtime.runtimeUsualH,
        fullH: plan.runtime.runtimeFullH,
        loadW: plan.staying.loads.length === 0 ? null : meanDemandW(plan.staying.loads),
      },
      card: outageCard(bench, facts),
      parts: partsOf(bench),
      lasting: lastingOf(installation, plan.staying.loads),
      sun: islandSunOf(installation, plan),
      numbers: installation.site.householdNumbers ?? 'point',
      gapMs,
      gapClass: gapMs === null ? null : RIDE_THROUGH_WORDS[rideThroughClass(gapMs, pack)],
    },
  }
}
