import { Button } from '@/ui/Button'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import type { GatewayReading, ReadSlot } from './useGatewayReadout'
import type { SettingLine } from './SettingsTable'
import type { SettingActs } from './useSettingActs'
import { WriteAsPlanned } from './WriteAsPlanned'

/** Where the settings stand, in a few words: what is wrong first, then what is still to do. */
function standOf(lines: readonly SettingLine[]): string {
  const wrong = lines.filter(({ verdict }) => verdict === 'stop').length
  if (wrong > 0) return `${wrong} left other than planned`
  const differ = lines.filter(({ readAgrees, leftAgrees }) => readAgrees === false && leftAgrees === null).length
  if (differ > 0) return `${differ} to set before leaving`
  const isLeft = lines.length > 0 && lines.every(({ verdict }) => verdict === 'proven')
  return isLeft ? 'Left as planned' : 'Planned, read, left'
}

/** The head of the bench: where the settings stand, reading the gateway, and writing to it what is planned. */
export function SettingsHead({
  lines,
  reading,
  onRead,
  acts,
  told,
}: {
  lines: readonly SettingLine[]
  reading: GatewayReading
  onRead: (slot: ReadSlot) => void
  acts: SettingActs
  /** Takes what came of writing. */
  told: (message: string | null) => void
}) {
  const {
    record: { installation },
    may,
  } = useJob()
  const readingInto = reading.state === 'reading' ? reading.slot : null
  const toWrite = lines.flatMap(({ planned, readAgrees }) => (planned && readAgrees === false ? [planned] : []))
  const read = (slot: ReadSlot) => {
    told(null)
    onRead(slot)
  }
  return (
    <BenchHead
      title={standOf(lines)}
      actions={
        may('readGateway') &&
        installation.settings.length > 0 && (
          <>
            <Button variant="act" disabled={readingInto !== null} onClick={() => read('read')}>
              {readingInto === 'read' ? 'Reading…' : 'Read from the gateway'}
            </Button>
            <Button disabled={readingInto !== null} onClick={() => read('left')}>
              {readingInto === 'left' ? 'Reading…' : 'Read and record as left'}
            </Button>
            <WriteAsPlanned settings={toWrite} acts={acts} told={told} />
          </>
        )
      }
    />
  )
}
