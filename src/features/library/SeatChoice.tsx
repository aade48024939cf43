import type { PvSeat } from '@/core/equipment/takeEquipment'
import type { OnPhase } from '@/core/installation/survey'
import type { Phase } from '@/core/rules/rulePack'
import { Choice } from '@/ui/Choice'

/** Where a source is connected, as far as somebody has said it. */
export interface SeatSaid {
  phase: OnPhase | ''
  pv: PvSeat | ''
}

/** Asks where an inverter, or PV on the AC side, is connected; nothing is chosen beforehand. */
export function SeatChoice({
  said,
  phases,
  isPv,
  onSay,
}: {
  said: SeatSaid
  phases: readonly Phase[]
  isPv: boolean
  onSay: (said: SeatSaid) => void
}) {
  const several = phases.length > 1
  return (
    <>
      {several && (
        <Choice
          label="On phase"
          value={said.phase}
          options={[['', 'on which phase'], ...phases.map((one) => [one, one] as const), ['all', 'on all phases']]}
          onChange={(phase) => onSay({ ...said, phase })}
        />
      )}
      {isPv && (
        <Choice
          label="Connected where"
          value={said.pv}
          options={[
            ['', 'connected where'],
            ['backed', several ? 'house side, backed-up phase' : 'house side'],
            ...(several ? [['notBacked', 'house side, phase not backed up'] as const] : []),
            ['street', 'street side'],
          ]}
          onChange={(pv) => onSay({ ...said, pv })}
          width="260px"
        />
      )}
    </>
  )
}
