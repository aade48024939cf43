'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type JudgedWall, proposalFor } from '@/core/fit/wallOfInstallation'
import { Button } from '@/ui/Button'

export type Places = Readonly<Record<string, { xMm: number; yMm: number }>>

/** Places for all units at once: worked out on request, taken only when a person says so. */
export function Proposal({ judged, onTake }: { judged: JudgedWall; onTake: (places: Places) => void }) {
  const [told, setTold] = useState<{ text: string; places: Places | null } | null>(null)
  if (judged.units.length === 0) return null
  const ask = () => {
    const result = proposalFor(judged)
    if (!result.ok) return setTold({ text: `No place for ${result.blocked}: ${result.why}`, places: null })
    setTold({
      text: `Every clearance kept, controls within reach, ${(result.value.trunkingMm / 1000).toFixed(1)} m of trunking from where the cables arrive.`,
      places: Object.fromEntries(
        result.value.places.map(({ id, xMm, yMm }) => [id, { xMm: Math.round(xMm), yMm: Math.round(yMm) }]),
      ),
    })
  }
  return (
    <Flex px="14px" pb="10px" gap="10px" align="center" wrap="wrap" fontSize="14px">
      <Button size="sm" onClick={ask}>
        Propose places
      </Button>
      {told && (
        <Text role="status" flex="1" minW="200px" color={told.places ? 'ink' : 'stop'}>
          {told.text}
        </Text>
      )}
      {told?.places && (
        <Button
          size="sm"
          variant="act"
          onClick={() => {
            if (told.places) onTake(told.places)
            setTold(null)
          }}
        >
          Take them
        </Button>
      )}
    </Flex>
  )
}
