'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import { mainPart } from '@/core/outage/long/recordingParts'
import type { RulePack } from '@/core/rules/rulePack'
import type { LookedThrough } from '@/workers/longCalls'
import { type LongThread, startLong } from '@/workers/longClient'

/** A long recording on the bench, whole states only. */
export type LongState =
  | { kind: 'looking'; names: string; share: number; cancel: () => void }
  | { kind: 'failed'; names: string; message: string }
  | { kind: 'ready'; names: string; bytes: number; looked: LookedThrough; chosen: number }

export interface Long {
  state: LongState | null
  /** The part that is looked at. */
  part: ChosenPart | null
  open: (files: readonly File[]) => void
  choose: (index: number) => void
  putAway: () => void
}

/** A part that was chosen: its files, and what nobody could tell from it alone. */
export interface ChosenPart {
  files: File[]
  lostThroughout: readonly string[]
}

/** Looks through a recording that is too large to be read as one, and hands out its parts, the likeliest first. */
export function useLong(pack: RulePack): Long {
  const [state, setState] = useState<LongState | null>(null)
  const [part, setPart] = useState<ChosenPart | null>(null)
  const thread = useRef<LongThread | null>(null)
  const end = useCallback(() => {
    thread.current?.end()
    thread.current = null
  }, [])
  useEffect(() => end, [end])
  const putAway = useCallback(() => {
    end()
    setState(null)
    setPart(null)
  }, [end])

  const showPart = useCallback(async ({ parts }: LookedThrough, index: number) => {
    const files = await thread.current?.part(index)
    if (!files) return
    setPart({
      files: files.map(({ name, bytes }) => new File([bytes as Uint8Array<ArrayBuffer>], name)),
      lostThroughout: parts[index]?.lostThroughout ?? [],
    })
  }, [])
  const failed = useCallback(
    (names: string, error: unknown) => {
      end()
      const why = error instanceof Error ? error.message : 'unknown'
      setState({ kind: 'failed', names, message: `The recording could not be read here (${why}). Nothing was stored.` })
    },
    [end],
  )

  const open = useCallback(
    async (files: readonly File[]) => {
      end()
      setPart(null)
      const names = files.map(({ name }) => name).join(', ')
      const own = startLong()
      thread.current = own
      // what is told on the way comes by a channel of its own, and may come after the answer
      let isOver = false
      const tell = (share: number) => {
        if (!isOver && thread.current === own) setState({ kind: 'looking', names, share, cancel: putAway })
      }
      tell(0)
      try {
        const looked = await own.lookThrough(files, pack, tell)
        isOver = true
        if (thread.current !== own) return
        if (!looked.ok) {
          end()
          return setState({ kind: 'failed', names, message: `${looked.error.message}. Nothing was stored.` })
        }
        const chosen = mainPart(looked.value.parts)
        const bytes = files.reduce((sum, { size }) => sum + size, 0)
        setState({ kind: 'ready', names, bytes, looked: looked.value, chosen })
        await showPart(looked.value, chosen)
      } catch (error) {
        if (thread.current === own) failed(names, error)
      }
    },
    [end, failed, pack, putAway, showPart],
  )
  const choose = useCallback(
    (index: number) => {
      if (state?.kind !== 'ready') return
      setState({ ...state, chosen: index })
      showPart(state.looked, index).catch((error: unknown) => failed(state.names, error))
    },
    [state, showPart, failed],
  )
  return { state, part, open: (files) => void open(files), choose, putAway }
}
