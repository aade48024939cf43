'use client'
import { useState } from 'react'
import type { Patch } from './filmFrames'

/** Side of a new patch as a share of the film's shorter side, how far a key moves it, and how much it grows. */
const SIDE = 0.22
const MOVE = 0.02
const GROWTH = 1.2
const LEAST_SIDE_PX = 8

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** A square patch around a place, within the picture. */
function patchAround(video: HTMLVideoElement, x: number, y: number, side: number): Patch {
  const width = clamp(side, LEAST_SIDE_PX, Math.min(video.videoWidth, video.videoHeight))
  return {
    x: clamp(x - width / 2, 0, video.videoWidth - width),
    y: clamp(y - width / 2, 0, video.videoHeight - width),
    width,
    height: width,
  }
}

/** The square on the lamp, in pixels of the film: moved by finger, by mouse or with the arrow keys, larger and smaller with + and −. */
export function usePatch(video: HTMLVideoElement) {
  const shorter = Math.min(video.videoWidth, video.videoHeight)
  const [patch, setPatch] = useState(() =>
    patchAround(video, video.videoWidth / 2, video.videoHeight / 2, SIDE * shorter),
  )
  const centre = { x: patch.x + patch.width / 2, y: patch.y + patch.height / 2 }
  const moved = (dx: number, dy: number, side = patch.width) =>
    setPatch(patchAround(video, centre.x + dx, centre.y + dy, side))
  const larger = () => moved(0, 0, patch.width * GROWTH)
  const smaller = () => moved(0, 0, patch.width / GROWTH)
  const step = MOVE * shorter
  const byKey: Readonly<Record<string, () => void>> = {
    ArrowLeft: () => moved(-step, 0),
    ArrowRight: () => moved(step, 0),
    ArrowUp: () => moved(0, -step),
    ArrowDown: () => moved(0, step),
    '+': larger,
    '-': smaller,
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const act = byKey[event.key]
    if (!act) return
    event.preventDefault()
    act()
  }
  const onPointer = (event: React.PointerEvent<HTMLDivElement>) => {
    if (event.type === 'pointermove' && event.buttons === 0) return
    const box = event.currentTarget.getBoundingClientRect()
    const scale = video.videoWidth / box.width
    setPatch(patchAround(video, (event.clientX - box.left) * scale, (event.clientY - box.top) * scale, patch.width))
  }
  return { patch, centre, larger, smaller, onKeyDown, onPointer }
}
