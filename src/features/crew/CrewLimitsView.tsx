'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { mayCall } from '@/server/access'
import { Choice } from '@/ui/Choice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { OwnLimitsTable } from '../limits/OwnLimitsTable'
import type { CrewProps } from './PeopleView'

const REGIONS = RULE_PACK_IDS.map((id) => [id, RULE_PACKS[id].name] as const)

/** What the crew holds its new jobs against where it asks for another figure than the region's rules. */
export function CrewLimitsView({ actor, crew, refresh }: CrewProps) {
  const [packId, setPackId] = useState(crew.usualPackId)
  return (
    <TitledSheet title="Limits of your own" note="what each new job begins with">
      <Box px="14px" pb="10px">
        <Choice label="Supply" options={REGIONS} value={packId} onChange={setPackId} width="260px" />
        <Text fontSize="14px" color="ink2" mt="8px" maxW="72ch">
          A job keeps the limits it began with: what is set here counts for the jobs that are made from now on. In a job
          they stand under Plan, Rules.
        </Text>
      </Box>
      <OwnLimitsTable
        label="Limits of the crew"
        limits={RULE_PACKS[packId].limits}
        own={crew.limits.filter((limit) => limit.packId === packId)}
        save={
          mayCall(actor.role, 'setCrewLimit')
            ? async (limit) => {
                await callUseCase('setCrewLimit', { id: uuidv7(), packId, ...limit })
                await refresh()
              }
            : null
        }
      />
    </TitledSheet>
  )
}
