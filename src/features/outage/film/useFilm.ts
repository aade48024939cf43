'use client'
import { useEffect, useRef, useState } from 'react'
import type { FilmFrames } from '@/core/outage/filmFrames'
import { type FilmGap, filmGap } from '@/core/outage/filmGap'
import { FILM_BOUNDS, type Patch, closeFilm, durationOf, frameAt, openFilm, readFilm } from './filmFrames'

export type Lamp = 'filament' | 'led'

/** A film on the bench, whole states only. */
export type FilmState =
  | { kind: 'empty' }
  | { kind: 'failed'; message: string }
  | { kind: 'opening'; name: string }
  | { kind: 'choosing'; name: string; video: HTMLVideoElement; durationS: number }
  | { kind: 'reading'; name: string; video: HTMLVideoElement; durationS: number; share: number }
  | {
      kind: 'read'
      name: string
      video: HTMLVideoElement
      durationS: number
      patch: Patch
      frames: FilmFrames
      gap: FilmGap
    }

export interface FilmBench {
  state: FilmState
  open: (file: File) => void
  /** Reads the film, or a minute of it from a moment on. */
  read: (patch: Patch, lamp: Lamp, fromS: number) => void
  /** Back to choosing the lamp. */
  again: () => void
  cancel: () => void
}

/** Opens a film, reads the brightness of its lamp frame by frame, and finds the gap; the film never leaves the device. */
export function useFilm(): FilmBench {
  const [state, setState] = useState<FilmState>({ kind: 'empty' })
  const running = useRef<AbortController | null>(null)
  const held = useRef<HTMLVideoElement | null>(null)
  useEffect(
    () => () => {
      running.current?.abort()
      if (held.current) closeFilm(held.current)
    },
    [],
  )
  const stop = () => {
    running.current?.abort()
    running.current = null
  }
  const open = (file: File) => {
    stop()
    if (held.current) closeFilm(held.current)
    held.current = null
    if (file.size > FILM_BOUNDS.maxBytes)
      return setState({
        kind: 'failed',
        message: 'The film is larger than 500 MB. Cut it to the seconds around the outage.',
      })
    setState({ kind: 'opening', name: file.name })
    openFilm(file).then(
      async (video) => {
        held.current = video
        const durationS = await durationOf(video)
        // looking for the end leaves the film there
        if (video.currentTime > 0) await frameAt(video, 0)
        if (held.current === video) setState({ kind: 'choosing', name: file.name, video, durationS })
      },
      (error: unknown) => setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) }),
    )
  }
  const read = (patch: Patch, lamp: Lamp, fromS: number) => {
    if (!('video' in state)) return
    const { name, video, durationS } = state
    stop()
    const control = new AbortController()
    running.current = control
    setState({ kind: 'reading', name, video, durationS, share: 0 })
    readFilm(video, patch, {
      fromS,
      signal: control.signal,
      progress: (share) => setState((now) => (now.kind === 'reading' ? { ...now, share } : now)),
    }).then(
      (frames) => setState({ kind: 'read', name, video, durationS, patch, frames, gap: filmGap(frames, lamp) }),
      (error: unknown) => {
        if (control.signal.aborted) return
        setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
      },
    )
  }
  const back = () => {
    stop()
    setState((now) => {
      if (!('video' in now)) return now
      const { name, video, durationS } = now
      return { kind: 'choosing', name, video, durationS }
    })
  }
  return { state, open, read, again: back, cancel: back }
}
