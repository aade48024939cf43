'use client'
import { useSyncExternalStore } from 'react'
import { LAMP_KEY } from './lampScript'

const listeners = new Set<() => void>()

const isOn = () => document.documentElement.classList.contains('dark')

function set(on: boolean): void {
  document.documentElement.classList.toggle('dark', on)
  try {
    localStorage.setItem(LAMP_KEY, on ? 'on' : 'off')
  } catch {
    // without storage the mode lasts as long as the page
  }
  listeners.forEach((tell) => tell())
}

/** Lamp mode (dark), remembered on this device. */
export function useLamp(): { lamp: boolean; toggleLamp: () => void } {
  const lamp = useSyncExternalStore((tell) => { listeners.add(tell); return () => listeners.delete(tell) }, isOn, () => false)
  return { lamp, toggleLamp: () => set(!isOn()) }
}
