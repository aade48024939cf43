'use client'
import { NativeSelect } from '@chakra-ui/react'
import type { Instrument } from '@/core/installation/installation'
import { useJob } from './JobContext'

/** What weakens every reading made with an instrument; empty where nothing does. */
const weakness = ({ calibrationDue }: Instrument, today: string): string =>
  calibrationDue === null ? ' – no certificate' : calibrationDue < today ? ' – calibration lapsed' : ''

/** Which instrument is taken in hand: readings it can make are recorded with it, and for others with the one taken before. */
export function InstrumentChoice() {
  const { record, instrumentIds, takeInstrument } = useJob()
  if (record.instruments.length === 0) return null
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
        {record.instruments.map((instrument) => (
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
