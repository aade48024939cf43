import type { Installation, Instrument, Measured } from '../installation/installation'
import type { Unit } from '../quantity/units'
import type { RulePack } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'
import type { Reading } from './reading'

export const STAGES = ['survey', 'plan', 'fit', 'wire', 'earth', 'settings', 'outage', 'handover'] as const
export type Stage = (typeof STAGES)[number]

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  survey: 'Survey',
  plan: 'Plan',
  fit: 'Fit',
  wire: 'Wire',
  earth: 'Earth',
  settings: 'Settings',
  outage: 'Outage',
  handover: 'Handover',
}

/** What a slot takes: a number in a unit, one of a few words, free text such as a serial, or something that is not typed. */
export type SlotInput =
  | {
      kind: 'quantity'
      unit: Unit
      measures: Measured | null
      alsoWords?: Readonly<Record<string, readonly string[]>>
      /** Below zero is nothing unusual here. */ signed?: boolean
      /** Figures outside are asked about: no such thing is made. */ usual?: { min: number; max: number }
    }
  | {
      kind: 'word'
      words: Readonly<Record<string, readonly string[]>>
      /** Words that were right when they were said, and are kept though nobody is offered them now. */ earlier?: RegExp
    }
  | { kind: 'text'; maxLength: number; /** A sentence, with its commas and quotes. */ prose?: true }
  | { kind: 'attached' }

/** One thing to record on a point, and how the quick line calls it. */
export interface Slot {
  id: string
  label: string
  /** Words of the quick line, in order: `['rcd', 'c4', 'x5']`. */
  path: readonly string[]
  /** Words that may be typed too, such as the mode or the only electrode's tag. */
  optional?: readonly string[]
  /** Grid or island: where two slots differ in nothing else, the bench's mode decides. */
  mode?: 'grid' | 'island'
  input: SlotInput
}

/** What the two modes of a test are called. */
export const MODE_WORDS: Readonly<Record<NonNullable<Slot['mode']>, string>> = { grid: 'street', island: 'island' }

/** Something that must be shown. Derived from the installation and the rule pack by its family, never typed in. */
export interface Point<Thing = unknown> {
  key: string
  /** Id of the family that derived it and judges it. */
  family: string
  stage: Stage
  label: string
  /** The run, circuit, load … it is about; its judge is given it and never looks for it again. */
  thing: Thing
  /** Tag of the thing it belongs to, for lighting it up on the bench. */
  subject: string
  slots: readonly Slot[]
  /** Why this point is asked for, in one sentence. */
  why: string
  /** Tag of the component that this evidence is about and about no other; it goes when that component does. */
  componentTag?: string
  /** Asked for only in a full test. */
  fullOnly?: boolean
  /** Times of the work itself: kept like readings, but nothing that has to be shown. */
  timing?: boolean
}

/** Verdict with the numbers behind it, the limit and the basis of the limit. */
export interface Judgement {
  verdict: Verdict
  /** What was measured, for reading across a garage; `null` while nothing was. */
  value: string | null
  why: string
  /** What the part that is there comes to, while the rest is still to record. */
  soFar?: Verdict
  limit: string | null
  basis: string | null
  /** Calculation code the rule stands under. */
  code: string
}

/** A picture or recording tied to a point or a thing. */
export interface Attachment {
  id: string
  jobId: string
  kind: 'picture' | 'recording' | 'document'
  subject: string
  fileName: string
  sha256: string
  byteCount: number
  mediaType: string
  takenAt: string | null
  addedByName: string
  receivedAt: string
}

/** A serial that another job of the crew has on record too. */
export interface SerialElsewhere {
  serial: string
  jobName: string
}

export interface EvidenceContext {
  installation: Installation
  pack: RulePack
  /** Standing readings, oldest first. */
  readings: readonly Reading[]
  attachments: readonly Attachment[]
  instruments: readonly Instrument[]
  serialsElsewhere: readonly SerialElsewhere[]
  /** ISO date of today, for calibration. */
  today: string
}
