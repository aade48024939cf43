'use client'
import { useMemo, useRef, useState } from 'react'
import type { LogMap } from '@/core/powerLog/logMap'
import { type LogMarks, NO_MARKS } from '@/core/powerLog/logMarks'
import { LOG_BOUNDS } from '@/core/powerLog/logBounds'
import type { RulePack } from '@/core/rules/rulePack'
import { remember, remembered } from '@/ui/deviceMemory'
import { analyseLogInWorker, logHeadInWorker } from '@/workers/clients'
import type { AnalysedLog, LogHead } from '@/workers/logCalls'

/** A log on the bench, whole states only. */
export type LogState =
  | { kind: 'empty' }
  | { kind: 'failed'; message: string }
  | { kind: 'opening'; name: string }
  | { kind: 'mapping'; name: string; bytes: Uint8Array; head: LogHead; map: LogMap | null; message: string | null }
  | { kind: 'reading'; name: string }
  | { kind: 'read'; name: string; bytes: Uint8Array; head: LogHead; map: LogMap; marks: LogMarks; read: AnalysedLog }

export interface LogBench {
  state: LogState
  open: (file: File) => void
  /** Reads the file as the crew says, and remembers it for the next file with these columns. */
  readSo: (map: LogMap) => void
  /** Judges again, with other tests. */
  judge: (marks: LogMarks) => void
  /** Back to how it is read. */
  change: () => void
}

const memoryKey = ({ header }: LogHead) => `log-map ${header.join('|').slice(0, 500)}`

/** How a file with these columns was read before; `null` where none was, or what was kept makes no sense any more. */
function rememberedMap(head: LogHead): LogMap | null {
  try {
    const map = JSON.parse(remembered(memoryKey(head)) ?? 'null') as LogMap | null
    return map !== null && head.header.includes(map.time?.column) ? map : null
  } catch {
    return null
  }
}

/** The zone this device stands in: where the file says none, it is the likeliest. */
const here = () => Intl.DateTimeFormat().resolvedOptions().timeZone

/** Reads a meter's or gateway's log on this device. */
export function useLog(rules: RulePack, firstMarks: LogMarks = NO_MARKS): LogBench {
  const [state, setState] = useState<LogState>({ kind: 'empty' })
  const run = useRef(0)
  return useMemo(() => {
    const fail = (error: unknown) =>
      setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
    const analyse = (
      { name, bytes, head }: { name: string; bytes: Uint8Array; head: LogHead },
      map: LogMap,
      marks: LogMarks,
    ) => {
      const own = ++run.current
      analyseLogInWorker(bytes, map, marks, rules).then((found) => {
        if (own !== run.current) return
        if (found.ok) {
          remember(memoryKey(head), JSON.stringify(map))
          setState({ kind: 'read', name, bytes, head, map, marks, read: found.value })
        } else {
          setState({ kind: 'mapping', name, bytes, head, map, message: found.error.message })
        }
      }, fail)
    }
    const open = async (file: File) => {
      if (file.size > LOG_BOUNDS.maxBytes)
        return setState({
          kind: 'failed',
          message: 'The file is larger than 64 MB. Cut it to the hours around the test.',
        })
      setState({ kind: 'opening', name: file.name })
      const bytes = new Uint8Array(await file.arrayBuffer())
      const head = await logHeadInWorker(bytes)
      const known = rememberedMap(head)
      const named = { name: file.name, bytes, head }
      if (known) return analyse(named, known, firstMarks)
      const proposed = head.proposed && { ...head.proposed, time: { ...head.proposed.time, zone: here() } }
      setState({ kind: 'mapping', ...named, map: proposed, message: null })
    }
    return {
      state,
      open: (file) => void open(file).catch(fail),
      readSo: (map) => {
        if (state.kind !== 'mapping') return
        setState({ kind: 'reading', name: state.name })
        analyse(state, map, firstMarks)
      },
      judge: (marks) => {
        if (state.kind !== 'read') return
        // the tests stand at once: another one that is added before the answer comes is added to them
        setState({ ...state, marks })
        analyse(state, state.map, marks)
      },
      change: () => {
        if (state.kind === 'read') setState({ ...state, kind: 'mapping', message: null })
      },
    }
  }, [state, rules, firstMarks])
}
