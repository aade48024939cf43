import { format, isSameDay } from 'date-fns'

/** A time as a crew reads it: the clock today, day and clock otherwise. */
export const clock = (iso: string, now: Date = new Date()): string => {
  const at = new Date(iso)
  return format(at, isSameDay(at, now) ? 'HH:mm' : 'd MMM HH:mm')
}

export const day = (iso: string): string => format(new Date(iso), 'd MMM yyyy')
