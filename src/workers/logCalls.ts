import { transfer } from 'comlink'
import { type LogAnalysis, analyseLog } from '@/core/powerLog/analyseLog'
import type { LogMap } from '@/core/powerLog/logMap'
import type { LogMarks } from '@/core/powerLog/logMarks'
import { proposeLogMap } from '@/core/powerLog/proposeLogMap'
import { type LoggedPowers, logRows, logText, readPowerLog } from '@/core/powerLog/readPowerLog'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'

/** A log read and analysed, with the rows that the picture is drawn from. */
export interface AnalysedLog {
  log: LoggedPowers
  analysis: LogAnalysis
}

/** What a log's file looks like before anybody has said how it is to be read. */
export interface LogHead {
  header: string[]
  /** The first rows, as they stand. */
  rows: string[][]
  /** `null` where no time was found. */
  proposed: LogMap | null
}

const HEAD_ROWS = 4

/** Calls of the log worker, separate from the thread so that tests run them as they are. */
export const logCalls = {
  head(bytes: Uint8Array): LogHead {
    const text = logText(bytes)
    const proposed = proposeLogMap(text)
    const { header, rows } = logRows(text.slice(0, 20_000), proposed ?? { separator: ',', skipLines: 0 })
    return { header, rows: rows.slice(0, HEAD_ROWS), proposed }
  },

  analyse(bytes: Uint8Array, map: LogMap, marks: LogMarks, rules: RulePack): Result<AnalysedLog, FieldIssue> {
    const read = readPowerLog(logText(bytes), map)
    if (!read.ok) return err(read.error)
    const analysis = analyseLog(read.value, marks, rules)
    const buffers = [read.value.timeS, ...Object.values(read.value.columns)].map(({ buffer }) => buffer)
    return transfer(ok({ log: read.value, analysis }), buffers as Transferable[])
  },
}
