import { counted } from '@/core/quantity/counted'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import { Notice } from '@/ui/Notice'
import type { GatewayReading } from './useGatewayReadout'

const nameOf = (key: string) => REGISTER_NAMES[key] ?? key

/** What came of reading the gateway: how many settings, and which it did not give or were not taken. */
export function ReadoutNotice({ reading }: { reading: GatewayReading }) {
  if (reading.state === 'failed') return <Notice kind="error">{reading.message}</Notice>
  if (reading.state !== 'done') return null
  const { stored, notTaken, notGiven } = reading.readout
  return (
    <Notice kind="info">
      {counted(stored, ['setting', 'settings'])} read and recorded as {reading.slot === 'read' ? 'read' : 'left'}.
      {notTaken.map(({ key, why }) => ` Not taken: ${nameOf(key)}. ${why}`)}
      {notGiven.length > 0 && ` The gateway does not give: ${notGiven.map(nameOf).join(', ')}.`}
    </Notice>
  )
}
