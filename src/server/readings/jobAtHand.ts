import { benchOf } from '@/core/evidence/bench'
import { familyOf } from '@/core/evidence/families'
import type { HoldStep } from '@/core/evidence/holdSteps'
import type { JobRecord } from '@/core/evidence/judge'
import { heldBy } from '@/core/evidence/next'
import type { Point } from '@/core/evidence/point'

/** One job as a batch finds it: its points, and the holds as they stand with what the batch has stored so far. Its evidence is fetched when a hold asks for it. */
export class JobAtHand {
  readonly #added: JobRecord['readings'][number][] = []
  #stored: Promise<JobRecord> | null = null
  #holds: ReturnType<typeof benchOf>['holds'] | null = null

  constructor(
    private readonly points: ReadonlyMap<string, Point>,
    private readonly fetchRecord: () => Promise<JobRecord>,
  ) {}

  point(key: string): Point | undefined {
    return this.points.get(key)
  }

  /** The step that the point waits for and that is held; worked out anew only while something is held. */
  async heldBy(point: Point): Promise<HoldStep | null> {
    if (familyOf(point).waitsFor === null) return null
    if (this.#holds === null) {
      const record = await (this.#stored ??= this.fetchRecord())
      this.#holds = benchOf({ ...record, readings: [...record.readings, ...this.#added] }).holds
    }
    return heldBy(point, this.#holds)?.step ?? null
  }

  add(reading: JobRecord['readings'][number]): void {
    this.#added.push(reading)
    if (this.#holds?.some(({ released }) => !released)) this.#holds = null
  }
}
