'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { useChangeJob } from '../survey/useChangeJob'
import type { SettingActs } from './useSettingActs'
import { WritingAllowed } from './WritingAllowed'

const FIELDS: readonly FieldSpec[] = [
  {
    name: 'gatewayHost',
    label: 'Address in the house’s network',
    kind: 'text',
    optional: true,
    hint: 'blank: the stand-in that ships with the app',
  },
  { name: 'gatewayPort', label: 'Port', kind: 'number', optional: true, hint: 'blank: 502' },
]

/** Where the job's gateway is read: its address on the house's own network, or the stand-in. */
export function GatewayAddress({ acts }: { acts: SettingActs }) {
  const { view, may } = useJob()
  const change = useChangeJob()
  const [open, setOpen] = useState(false)
  return (
    <Flex align="center" gap="10px" fontSize="14px" color="ink2" px="2px" wrap="wrap">
      <Text>
        Read over Modbus TCP from{' '}
        {view.gateway.host === null
          ? 'the stand-in gateway (no address is set for this job)'
          : `${view.gateway.host}:${view.gateway.port ?? 502}`}
        .
      </Text>
      {may('changeJob') && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={() => setOpen(true)}>
          set the address
        </Button>
      )}
      <Overlay title="The job’s gateway" open={open} onClose={() => setOpen(false)}>
        <SpecForm
          specs={FIELDS}
          initial={{ gatewayHost: view.gateway.host, gatewayPort: view.gateway.port }}
          save={async (fields) => {
            await change(fields)
            setOpen(false)
          }}
        />
      </Overlay>
      <WritingAllowed acts={acts} />
    </Flex>
  )
}
