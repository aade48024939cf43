'use client'
import { NativeSelect } from '@chakra-ui/react'
import { whyUncertified } from '@/core/evidence/instrumentThen'
import type { Instrument } from '@/core/installation/installation'
import { useJob } from './JobContext'

/** What weakens every reading made with an instrument; empty where nothing does. */
const weakness = (instrument: Instrument, today: string): string =>
  instrument.certificates.length === 0
    ? ' – no certificate'
    : whyUncertified(instrument, today) !== null
      ? ' – calibration lapsed'
      : ''

/** Which instrument is taken in hand: readings it can make are recorded with it, and for others with the one taken before. */
export function InstrumentChoice() {
  const { record, instrumentIds, takeInstrument } = useJob()
  const usable = record.instruments.filter(({ laidAside, functions }) => !laidAside && functions.length > 0)
  if (usable.length === 0) return null
  const [inHand] = instrumentIds
  return (
    <NativeSelect.Root size="sm" w="auto" variant="outline">
      <NativeSelect.Field
        aria-label="Instrument in hand"
        value={inHand ?? ''}
        onChange={(event) => event.target.value && takeInstrument(event.target.value)}
        minH="36px"
        fontSize="14px"
        borderColor={inHand ? undefined : 'watch'}
      >
        {inHand === undefined && <option value="">no instrument in hand</option>}
        {usable.map((instrument) => (
          <option key={instrument.id} value={instrument.id}>
            {instrument.tag} {instrument.name}
            {weakness(instrument, record.today)}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
