'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { clockText } from '@/core/fit/clockText'
import type { DailyWindow } from '@/core/fit/crewDay'
import { deliveryWords } from '@/core/fit/deliveryWords'
import { Button } from '@/ui/Button'
import { day } from '@/ui/clock'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { ChangeThing } from './ChangeThing'
import type { FitEditing } from './FitItemOverlay'
import type { CrewDay } from './useCrewDay'

/** Daylight as it is known; what nobody knows holds nothing, and is said. */
function daylightWords(byHand: boolean, sunKnown: boolean, { fromMin, toMin }: DailyWindow): string {
  if (!byHand && !sunKnown)
    return 'Daylight is not known, place or day being open: work that needs it is held to no hours.'
  return `Daylight ${clockText(fromMin)}–${clockText(toMin)}${byHand ? '' : ', worked out from place and day'}.`
}

/** When the supply may be off, daylight, weather, visits, and who is there from when to when. */
export function DayRulesSheet({
  day: { input, rules, visits, deliveries, people },
  edit,
  setEditing,
}: {
  day: CrewDay
  edit: boolean
  setEditing: (editing: FitEditing) => void
}) {
  const {
    view,
    record: { installation },
  } = useJob()
  const sunKnown = installation.site.latitudeDeg !== null && view.scheduledDay !== null
  return (
    <TitledSheet
      title="Rules of the day"
      note="supply, daylight, weather, visits, deliveries"
      actions={
        edit && (
          <>
            <Button
              size="sm"
              onClick={() =>
                setEditing({
                  kind: 'dayRules',
                  item: rules,
                  first: { name: 'Rules of the day', powerOffFromMin: 540, powerOffToMin: 960 },
                })
              }
            >
              {rules ? 'Change' : 'Set the rules'}
            </Button>
            <Button
              size="sm"
              onClick={() => setEditing({ kind: 'visit', item: null, first: { fromMin: 540, toMin: 720 } })}
            >
              Add a visit
            </Button>
            <Button
              size="sm"
              onClick={() => setEditing({ kind: 'delivery', item: null, first: { arrived: false, byCustomer: false } })}
            >
              Add a delivery
            </Button>
          </>
        )
      }
    >
      <Box px="14px" pb="10px" fontSize="14px">
        <Text>
          The supply may be off {clockText(input.rules.powerOff.fromMin)}–{clockText(input.rules.powerOff.toMin)}.{' '}
          {daylightWords(rules?.detail.daylightFromMin != null, sunKnown, input.rules.daylight)}{' '}
          {input.rules.dry
            ? `Dry ${clockText(input.rules.dry.fromMin)}–${clockText(input.rules.dry.toMin)}.`
            : 'When it stays dry nobody has said: work that needs it is held to no hours.'}
        </Text>
        {visits.map((visit) => (
          <Flex key={visit.id} gap="10px" align="center">
            <Text flex="1">
              {visit.name}: {visit.detail.who}, {clockText(visit.detail.fromMin)}–{clockText(visit.detail.toMin)}
            </Text>
            {edit && <ChangeThing name={visit.name} onChange={() => setEditing({ kind: 'visit', item: visit })} />}
          </Flex>
        ))}
        {deliveries.map((delivery) => (
          <Flex key={delivery.id} gap="10px" align="center">
            <Text flex="1" color={delivery.detail.arrived || delivery.detail.onDay !== null ? 'ink' : 'watch'}>
              {delivery.name} {deliveryWords(delivery.detail, delivery.detail.onDay && day(delivery.detail.onDay))}
              {delivery.detail.note && ` (${delivery.detail.note})`}.
            </Text>
            {edit && (
              <ChangeThing name={delivery.name} onChange={() => setEditing({ kind: 'delivery', item: delivery })} />
            )}
          </Flex>
        ))}
        {people.map((person) => (
          <Flex key={person.id} gap="10px" align="center">
            <Text flex="1">
              {person.name}
              {person.detail.licensed ? ', licensed' : ''}: {clockText(person.detail.fromMin)}–
              {clockText(person.detail.toMin)}
            </Text>
            {edit && <ChangeThing name={person.name} onChange={() => setEditing({ kind: 'person', item: person })} />}
          </Flex>
        ))}
      </Box>
    </TitledSheet>
  )
}
