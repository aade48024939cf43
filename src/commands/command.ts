import type { Schema } from 'yup'
import type { JobRecord } from '@/core/evidence/judge'

/** Who made an entry, as far as the device knows. */
export interface Maker {
  userId: string
  name: string
}

/** What an entry does to the record of its job, until the server has it. */
export interface EntryMade<Input> {
  input: Input
  /** Device clock, ISO 8601. */
  at: string
  by: Maker
}

/** What a way back needs that is not in the record. */
export interface Fresh {
  newId: () => string
  /** Device clock, ISO 8601. */
  at: string
}

/** One thing to be done so that the record is as it was: a use case with its input. */
export interface PutBack {
  useCase: string
  input: unknown
}

/** How what an entry changed is put back as it was. */
export interface WayBack<Input> {
  /** What of a record the entry touches, as plain data; `null` where it is not there. */
  touched: (record: JobRecord, input: Input) => unknown
  /** What puts `was` in the place of what stands there `now`. */
  back: (input: Input, was: unknown, now: unknown, record: JobRecord, fresh: Fresh) => PutBack[]
}

/**
 * A use case that may be done without a connection: what it takes, and what it does to the record of its job.
 *
 * `apply` is pure, and applying an entry to a record that holds it already changes nothing: between the server's acknowledgement and the next
 * look at the job an entry is in both.
 */
export interface Command<Name extends string, Input> {
  name: Name
  /** Version of `input` as this app writes it; the server refuses a newer one than it knows. */
  version: number
  schema: Schema<Input>
  apply: (record: JobRecord, entry: EntryMade<Input>) => JobRecord
  /** Absent for evidence, and for what somebody signed for with a reason: that is corrected by another entry, never undone. */
  wayBack?: WayBack<Input>
}

export const defineCommand = <Name extends string, Input>(command: Command<Name, Input>): Command<Name, Input> =>
  command
