import { calibrationState } from '@/core/instrument/calibrationState'
import type { Instrument } from '@/core/installation/installation'
import { ButtonLink } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { calibrationWords } from '../crew/CalibrationWord'

/** Instruments whose certificate is over, missing or soon over: before a day is spent measuring with them. */
export function CalibrationLine({ instruments, today }: { instruments: readonly Instrument[]; today: string }) {
  const due = instruments
    .filter(({ laidAside, provingUnit }) => !laidAside && !provingUnit)
    .map((instrument) => ({ instrument, state: calibrationState(instrument, today) }))
    .filter(({ state }) => state.state !== 'valid')
  if (due.length === 0) return null
  return (
    <Notice
      kind="caution"
      mb="12px"
      action={
        <ButtonLink href="/crew?view=instruments" size="sm">
          Instruments
        </ButtonLink>
      }
    >
      {due.map(({ instrument: { tag, name }, state }) => `${tag} ${name}: ${calibrationWords(state)}`).join(' · ')}
    </Notice>
  )
}
