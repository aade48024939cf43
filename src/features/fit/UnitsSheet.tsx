'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { type FitItem } from '@/core/installation/fit'
import { type JudgedUnit, type JudgedWall, firstPlace } from '@/core/fit/wallOfInstallation'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { placeWords } from './placeWords'
import { PlaceFields } from './PlaceFields'

/** The units one by one: place typed to the millimetre, what is missing, and the way to the nearest legal place. */
export function UnitsSheet({
  judged,
  edit,
  onMove,
  onEdit,
}: {
  judged: JudgedWall
  edit: boolean
  onMove: (tag: string, place: { xMm: number; yMm: number }) => void
  onEdit: (item: FitItem<'unit'>) => void
}) {
  const { wall, units } = judged
  return (
    <TitledSheet title="Units" note={units.length > 0 ? 'in millimetres: from the left, from the floor' : undefined}>
      {units.length === 0 && (
        <EmptyState title="No unit yet">
          Add inverter, battery and gateway with the distances their makers ask for.
        </EmptyState>
      )}
      {units.map((unit: JudgedUnit) => {
        const {
          item,
          clearances: { nearestLegal, moveMm, violations, verdict },
        } = unit
        const { xMm, yMm } = item.detail
        return (
          <Flex
            key={item.id}
            data-unit-row={item.tag}
            px="14px"
            py="8px"
            gap="8px 14px"
            borderTopWidth="1px"
            borderColor="rule"
            fontSize="14px"
            align="center"
            wrap="wrap"
          >
            <Box flex="1" minW="180px">
              <Text fontWeight="600" overflowWrap="anywhere">
                {item.name}{' '}
                <Text as="span" fontFamily="mono" fontWeight="400" fontSize="12px" color="ink3">
                  {item.tag}
                </Text>
              </Text>
              <Text color={verdict === 'exceeds' ? 'stop' : 'ink2'}>{placeWords(unit)}</Text>
            </Box>
            <PlanMarkWord mark={verdict} />
            {xMm !== null && yMm !== null ? (
              <PlaceFields
                key={`${xMm}/${yMm}`}
                name={item.name}
                xMm={xMm}
                yMm={yMm}
                edit={edit}
                onPlace={(place) => onMove(item.tag, place)}
              />
            ) : (
              edit && (
                <Button size="sm" onClick={() => onMove(item.tag, firstPlace(judged, item.tag) ?? { xMm: 0, yMm: 0 })}>
                  Put it on the wall
                </Button>
              )
            )}
            {edit &&
              violations !== null &&
              violations.length > 0 &&
              (nearestLegal ? (
                <Button size="sm" onClick={() => onMove(item.tag, nearestLegal)}>
                  Nearest legal place, {Math.ceil(moveMm ?? 0)} mm away
                </Button>
              ) : (
                <Text color="stop">No legal place on {wall.name}.</Text>
              ))}
            {edit && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={() => onEdit(item)}
                aria-label={`Change ${item.name}`}
              >
                change
              </Button>
            )}
          </Flex>
        )
      })}
      {units.length > 0 && (
        <Text px="14px" py="7px" fontSize="13px" color="ink2" borderTopWidth="1px" borderColor="rule">
          The units’ own distances are the maker’s; those of windows, doors and meters are planning defaults. Local
          code, the maker’s manual and fire rules come first.
        </Text>
      )}
    </TitledSheet>
  )
}
