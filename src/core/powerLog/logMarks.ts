/** What the crew says of a log: marks they tapped, tests they ran, and what is declared and planned. */
export interface LogMark {
  timeS: number
  label: string
  /** `restart`: somebody started the source again. */
  action?: string | null
}

export type LogTestKind = 'surplus' | 'cover' | 'forcedCharge' | 'forcedDischarge'
export interface LogTest {
  kind: LogTestKind
  fromS: number
  toS: number
  setW?: number | null
}

export interface LogMarks {
  marks: LogMark[]
  tests: LogTest[]
  declared: {
    chargeLimitW?: number | null
    dischargeLimitW?: number | null
    residualW?: number | null
    overloadLimitW?: number | null
    minStepW?: number | null
  }
  planned: {
    fallbackPercent?: number | null
    bandPercent?: number | null
    /** Whether the house has PV, or may have: a log without it then says nothing that rests on all powers being known. */
    pv?: boolean | null
  }
}

export const NO_MARKS: LogMarks = { marks: [], tests: [], declared: {}, planned: {} }
