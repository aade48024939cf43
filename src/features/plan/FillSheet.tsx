'use client'
import { Flex, Input, NativeSelect, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { containmentFill } from '@/core/plan/containmentFill'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { parseQuantity } from '@/core/quantity/parseQuantity'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'

type Kind = 'conduit' | 'trunking'
const figures = (text: string): (number | null)[] =>
  text
    .split(/[\s;+]+/)
    .filter(Boolean)
    .map((part) => {
      const read = parseQuantity(part, 'mm')
      return read.ok && read.value.value > 0 ? read.value.value : null
    })

/** Quick answer to “does it still fit into the conduit”: inner size and the cables' outer diameters. */
export function FillSheet({
  fillOf,
}: {
  fillOf: (kind: Kind, innerAreaMm2: number | null, diameters: (number | null)[]) => ReturnType<typeof containmentFill>
}) {
  const [kind, setKind] = useState<Kind>('conduit')
  const [inner, setInner] = useState('')
  const [cables, setCables] = useState('')
  const sides = figures(inner.replace(/x|×/gi, ' '))
  const [a, b] = sides
  const area =
    sides.length === 0 || sides.includes(null)
      ? null
      : kind === 'conduit'
        ? (Math.PI / 4) * (a ?? 0) ** 2
        : (a ?? 0) * (b ?? a ?? 0)
  const fill = fillOf(kind, area, figures(cables))
  return (
    <TitledSheet title="Fill of conduit and trunking" note="F-6">
      <Flex px="14px" pb="10px" gap="10px 14px" wrap="wrap" align="flex-end" fontSize="14px">
        <chakra.label>
          Kind
          <NativeSelect.Root variant="outline">
            <NativeSelect.Field value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
              <option value="conduit">conduit</option>
              <option value="trunking">trunking</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </chakra.label>
        <chakra.label>
          {kind === 'conduit' ? 'Inner diameter, mm' : 'Inside, mm × mm'}
          <Input
            value={inner}
            onChange={(event) => setInner(event.target.value)}
            placeholder={kind === 'conduit' ? '35' : '60 × 40'}
            w="130px"
            display="block"
          />
        </chakra.label>
        <chakra.label>
          Outer diameters of the cables, mm
          <Input
            value={cables}
            onChange={(event) => setCables(event.target.value)}
            placeholder="12.5 12.5 9"
            w="220px"
            display="block"
          />
        </chakra.label>
        <Text minH="44px" display="flex" alignItems="center" gap="8px">
          <PlanMarkWord mark={fill.mark} />
          {fill.fillShare !== null &&
            ` ${formatNumber(100 * fill.fillShare, 3)} %${fill.limitShare === null ? '' : ` of ${formatNumber(100 * fill.limitShare, 3)} %`}`}
        </Text>
      </Flex>
    </TitledSheet>
  )
}
