import { chakra } from '@chakra-ui/react'
import { type CalibrationState, calibrationState } from '@/core/instrument/calibrationState'
import type { Instrument } from '@/core/installation/installation'
import { day } from '@/ui/clock'

/** Where an instrument stands with its certificates, in words. */
export function calibrationWords({ state, dueOn, days }: CalibrationState): string {
  if (state === 'none' || dueOn === null) return 'no certificate on file'
  if (state === 'lapsed') return days !== null && days < 0 ? `lapsed ${day(dueOn)}` : 'not valid yet'
  if (state === 'soon') return days === 0 ? 'due today' : days === 1 ? 'due tomorrow' : `due in ${days} days`
  return `valid until ${day(dueOn)}`
}

/** The same, marked where readings made with it would be weak. */
export function CalibrationWord({ instrument, today }: { instrument: Instrument; today: string }) {
  const state = calibrationState(instrument, today)
  const weak = state.state === 'lapsed' || state.state === 'none'
  return (
    <chakra.span
      color={weak ? 'watch' : state.state === 'soon' ? 'ink' : 'ink2'}
      fontWeight={state.state === 'valid' ? '400' : '600'}
    >
      {calibrationWords(state)}
    </chakra.span>
  )
}
