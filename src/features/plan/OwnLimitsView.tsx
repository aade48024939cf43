'use client'
import { v7 as uuidv7 } from 'uuid'
import { ownLimitsNow } from '@/core/rules/ownLimits'
import { RULE_PACKS } from '@/core/rules/packs'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { OwnLimitsTable } from '../limits/OwnLimitsTable'

/** The limits that this job answers to where a lead set another one than the region's rules, and why. */
export function OwnLimitsView() {
  const {
    record: { installation },
    may,
    carryOut,
  } = useJob()
  const set = ownLimitsNow(installation.ownLimits).length
  const { name, limits } = RULE_PACKS[installation.packId]
  return (
    <TitledSheet
      title="Limits of this job"
      note={set === 0 ? `all as the rules for ${name} have them` : `${set} set by the crew`}
    >
      <OwnLimitsTable
        label="Limits of this job"
        limits={limits}
        own={installation.ownLimits}
        save={
          may('setJobLimit')
            ? (limit) => carryOut('setJobLimit', { id: uuidv7(), jobId: installation.jobId, ...limit })
            : null
        }
      />
    </TitledSheet>
  )
}
