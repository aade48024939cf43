'use client'
import { Box, List, Text } from '@chakra-ui/react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { retentionSchema } from '@/schemas/erasure'
import { mayCall } from '@/server/access'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'
import type { CrewProps } from './PeopleView'

const FIELDS: readonly FieldSpec[] = [
  {
    name: 'months',
    label: 'Months after the last sealing',
    kind: 'number',
    optional: true,
    hint: '6 to 360; blank: until somebody asks',
  },
]

/** How long what is known of customers is kept, and whose falls due next. */
export function RetentionSheet({ actor, crew, refresh }: CrewProps) {
  const { months, setBy, due } = crew.retention
  return (
    <TitledSheet
      title="Customers’ data"
      note={months === null ? 'kept until somebody asks' : `kept for ${months} months`}
    >
      <Box px="14px" pb="14px" maxW="640px" fontSize="14px">
        <Text mb="8px">
          What the household said and sent, links, the sealed packs, name and place are taken out of a job when this
          time is over; what was measured stays. Kept longer or shorter by law at some places: ask before you set it.
          {setBy !== null && ` Set by ${setBy}.`}
        </Text>
        {mayCall(actor.role, 'setRetention') ? (
          <SpecForm
            key={String(months)}
            specs={FIELDS}
            initial={{ months }}
            save={async (fields) => {
              await callUseCase('setRetention', typedFields(retentionSchema, fields))
              await refresh()
            }}
          />
        ) : (
          <Text color="ink2">A lead sets it.</Text>
        )}
        {due.length > 0 && (
          <Box mt="12px">
            <Text fontWeight="600">Due within 30 days</Text>
            <List.Root ps="18px">
              {due.map(({ jobId, name, dueOn }) => (
                <List.Item key={jobId} overflowWrap="anywhere">
                  {name}: {dueOn}
                </List.Item>
              ))}
            </List.Root>
          </Box>
        )}
      </Box>
    </TitledSheet>
  )
}
