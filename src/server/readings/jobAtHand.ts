import { benchOf } from '@/core/evidence/bench'
import { familyOf } from '@/core/evidence/families'
import type { HoldStep } from '@/core/evidence/holdSteps'
import type { JobRecord } from '@/core/evidence/judge'
import { heldBy } from '@/core/evidence/next'
import type { Point } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'

/** One job as a batch finds it: its points, and the holds as they stand with what the batch has stored so far. */
export class JobAtHand {
  readonly #points: ReadonlyMap<string, Point>
  #record: JobRecord
  #holds: ReturnType<typeof benchOf>['holds'] | null = null

  constructor(record: JobRecord) {
    this.#record = record
    this.#points = new Map(pointsOf(record.installation).map((point) => [point.key, point]))
  }

  point(key: string): Point | undefined {
    return this.#points.get(key)
  }

  /** The step that the point waits for and that is held; worked out anew only while something is held. */
  heldBy(point: Point): HoldStep | null {
    if (familyOf(point).waitsFor === null) return null
    this.#holds ??= benchOf(this.#record).holds
    return heldBy(point, this.#holds)?.step ?? null
  }

  add(reading: JobRecord['readings'][number]): void {
    this.#record = { ...this.#record, readings: [...this.#record.readings, reading] }
    if (this.#holds?.some(({ released }) => !released)) this.#holds = null
  }
}
