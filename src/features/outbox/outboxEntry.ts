import type { CommandInput, CommandName, Entry } from '@/commands'
import type { AskCode } from '@/core/evidence/readEntry'

/** An entry with what the device knows of it beside. */
export type OutboxEntry = Entry & {
  jobId: string
  /** Whose entry it is: nobody else's sign-in sends it. */
  userId: string
  userName: string
  /** Why the server refused it, in its own words; `null` while it waits. */
  refusal: string | null
  /** What the server asked about it: a person may confirm, and it is sent again. */
  asks?: readonly AskCode[]
  /** Bytes that belong to it: a picture, the files of a recording. */
  files?: readonly { name: string; blob: Blob }[]
}

/** The entries of one use case. */
export type EntryOf<N extends CommandName> = OutboxEntry & { useCase: N; input: CommandInput<N> }

/** Whether an entry is of a use case. */
export const isOf = <N extends CommandName>(entry: OutboxEntry, useCase: N): entry is EntryOf<N> =>
  entry.useCase === useCase
