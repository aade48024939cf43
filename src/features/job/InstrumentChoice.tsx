'use client'
import { NativeSelect } from '@chakra-ui/react'
import { useJob } from './JobContext'

/** Which instrument is in the hand: readings it can make are recorded with it. */
export function InstrumentChoice() {
  const { record, instrumentId, setInstrumentId } = useJob()
  if (record.instruments.length === 0) return null
  return (
    <NativeSelect.Root size="sm" w="auto" variant="outline">
      <NativeSelect.Field
        aria-label="Instrument in hand"
        value={instrumentId ?? ''}
        onChange={(event) => setInstrumentId(event.target.value || null)}
        minH="36px"
        fontSize="14px"
      >
        {record.instruments.map(({ id, tag, name, calibrationDue }) => (
          <option key={id} value={id}>
            {tag} {name}
            {calibrationDue !== null && calibrationDue < record.today ? ' – calibration lapsed' : ''}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
