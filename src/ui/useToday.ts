'use client'
import { useNow } from './useNow'

const LOOK_MS = 60_000

/** The day of a moment as YYYY-MM-DD. */
export const dayOfMs = (atMs: number): string => new Date(atMs).toISOString().slice(0, 10)

/** Today as YYYY-MM-DD, also on a page that stays open over midnight: what is late or has run out by the day must not stay as it was. */
export const useToday = (): string => dayOfMs(useNow(LOOK_MS))
