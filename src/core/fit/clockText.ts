import { DAY_MIN } from './crewDay'

/** Minutes after midnight as a time of day, such as 08:30; minutes of a later day as that day's time. */
export const clockText = (minutes: number): string => {
  const ofDay = Math.round(((minutes % DAY_MIN) + DAY_MIN) % DAY_MIN)
  return `${String(Math.floor(ofDay / 60)).padStart(2, '0')}:${String(ofDay % 60).padStart(2, '0')}`
}
