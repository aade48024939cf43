'use client'
import { useLayoutEffect, useSyncExternalStore } from 'react'
import { remember, remembered } from './deviceMemory'
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

/** Whether this device remembers lamp mode, for what is drawn without the page's own look. */
export const isLampRemembered = (): boolean => remembered(LAMP_KEY) === 'on'

/** Lamp mode as this device remembers it, for a page that came without the script that looks for it. */
export function useLampAsRemembered(): void {
  useLayoutEffect(() => {
    if (isLampRemembered()) document.documentElement.classList.add('dark')
  }, [])
}
