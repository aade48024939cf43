import { type Bench, benchOf } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import { isJudgedAlike } from '@/core/evidence/judgedAlike'
import type { JobView } from '@/server/useCases/jobs'

/** What the server says of a job beside what is recorded in it. */
export type JobHead = Omit<JobView, 'record'>

/** A job with what its judges say of it. */
export interface JudgedJob {
  head: JobHead
  record: JobRecord
  bench: Bench
}

const isSame = (one: object, other: object): boolean => {
  const names = Object.keys({ ...one, ...other })
  return names.every((name) => (one as Record<string, unknown>)[name] === (other as Record<string, unknown>)[name])
}

function headOf({ record: _recorded, ...head }: JobView): JobHead {
  return head
}

/**
 * Judges a job as it changes, and hands out what it handed out last wherever that is the same: whoever draws it need not draw it again because
 * the server has acknowledged a reading. Of its readings only when the server had them may be that of before.
 */
export function judgingAsItChanges(): (view: JobView, record: JobRecord) => JudgedJob {
  let last: JudgedJob | null = null
  return (view, record) => {
    const head = headOf(view)
    const isAlike = last !== null && isJudgedAlike(last.record, record)
    const hasSameCover = isAlike && isSame(last?.record.cover ?? {}, record.cover ?? {})
    last = {
      head: last !== null && isSame(last.head, head) ? last.head : head,
      record: last !== null && hasSameCover ? last.record : record,
      bench: last !== null && isAlike ? last.bench : benchOf(record),
    }
    return last
  }
}
