'use client'
import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { FarEnd } from './FarEnd'
import { NearEnd } from './NearEnd'
import { ROLES, type Role, useIdentifying } from './useIdentifying'

/** W-3 for two people: one joins and releases at the far end, the other sees it and records; or one records what the other calls out. */
export function IdentifySheet() {
  const [role, setRole] = useState<Role>('alone')
  const identifying = useIdentifying(role)
  return (
    <TitledSheet
      title="Identify together"
      note="joined and answering, released and silent: one of the two alone proves nothing"
    >
      <Flex gap="6px" px="14px" pb="8px" wrap="wrap" role="group" aria-label="Where you stand">
        {(Object.keys(ROLES) as Role[]).map((one) => (
          <Button
            key={one}
            size="sm"
            variant={role === one ? 'chosen' : 'quiet'}
            aria-pressed={role === one}
            onClick={() => setRole(one)}
          >
            {ROLES[one]}
          </Button>
        ))}
      </Flex>
      {role !== 'near' && <FarEnd isThere={role === 'far'} {...identifying} />}
      {role !== 'far' && <NearEnd hears={role === 'near'} {...identifying} />}
    </TitledSheet>
  )
}
