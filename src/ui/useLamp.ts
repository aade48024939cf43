'use client'
import { useSyncExternalStore } from 'react'
import { remember } from './deviceMemory'
import { LAMP_KEY } from '@/look/lampScript'

const listeners = new Set<() => void>()

const isOn = () => document.documentElement.classList.contains('dark')

function set(on: boolean): void {
  document.documentElement.classList.toggle('dark', on)
  remember(LAMP_KEY, on ? 'on' : 'off')
  listeners.forEach((tell) => tell())
}

/** Lamp mode (dark), remembered on this device. */
export function useLamp(): { lamp: boolean; toggleLamp: () => void } {
  const lamp = useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    isOn,
    () => false,
  )
  return { lamp, toggleLamp: () => set(!isOn()) }
}
