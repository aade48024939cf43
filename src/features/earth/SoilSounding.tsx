'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type SoilSounding as Sounding, soilSounding } from '@/core/earthing/soilSounding'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { parseFigure } from '../forms/parseFigure'
import { useJob } from '../job/JobContext'
import { useChangeJob } from '../survey/useChangeJob'

const READINGS = 4
const USUAL_SPACINGS = ['1', '2', '4', '8']

const DEEPER: Readonly<Record<NonNullable<Sounding['deeper']>, string>> = {
  even: 'The soil is even: one figure stands for it.',
  better: 'Deeper soil is better: a longer rod gains more than the formulas say.',
  worse: 'Deeper soil is worse: a trench or more short rods gain more than one deep rod.',
}

/** How resistive the soil is, by four probes in a line (E-1, Wenner), at several spacings. */
export function SoilSounding() {
  const {
    record: {
      installation: { site },
    },
    may,
  } = useJob()
  const change = useChangeJob()
  const [rows, setRows] = useState(USUAL_SPACINGS.map((spacing) => ({ spacing, reading: '' })))
  const [kept, setKept] = useState(false)
  const { soilOhmM, meanOhmM, unevenPercent, deeper } = soilSounding(
    rows.map(({ spacing, reading }) => ({ spacingM: parseFigure(spacing), readingOhm: parseFigure(reading) })),
  )
  const set = (k: number, part: Partial<(typeof rows)[number]>) => {
    setKept(false)
    setRows((now) => now.map((row, at) => (at === k ? { ...row, ...part } : row)))
  }
  const keep = async () => {
    if (meanOhmM === null) return
    await change({ site: { ...site, soilOhmM: Math.round(meanOhmM * 10) / 10 } })
    setKept(true)
  }
  return (
    <TitledSheet
      title="Soil, by four probes in a line"
      note={site.soilOhmM === null ? 'not measured yet' : `on record: ${formatNumber(site.soilOhmM, 3)} Ω·m`}
    >
      <Box px="14px" pb="12px" fontSize="14px">
        {Array.from({ length: READINGS }, (_, k) => (
          <Flex key={k} gap="8px" align="center" py="2px">
            <Input
              size="sm"
              w="80px"
              inputMode="decimal"
              aria-label={`Spacing of the probes ${k + 1}, in metres`}
              value={rows[k]?.spacing}
              onChange={(event) => set(k, { spacing: event.target.value })}
            />
            <Text>m apart read</Text>
            <Input
              size="sm"
              w="90px"
              inputMode="decimal"
              placeholder="Ω"
              aria-label={`Reading ${k + 1}, in ohms`}
              value={rows[k]?.reading}
              onChange={(event) => set(k, { reading: event.target.value })}
            />
            <Text color="ink2">{soilOhmM[k] == null ? '' : `${formatNumber(soilOhmM[k], 3)} Ω·m`}</Text>
          </Flex>
        ))}
        <Flex gap="10px" mt="8px" align="center" wrap="wrap" aria-live="polite">
          {meanOhmM === null ? (
            <Text color="ink2">Each spacing tells of the soil down to about its own depth.</Text>
          ) : (
            <Text fontWeight="600">
              {formatNumber(meanOhmM, 3)} Ω·m
              {unevenPercent === null
                ? ''
                : `, within ${formatNumber(unevenPercent, 2)} %. ${DEEPER[deeper ?? 'even']}`}
            </Text>
          )}
          {meanOhmM !== null && may('changeJob') && (
            <Button size="sm" variant={kept ? 'quiet' : 'act'} disabled={kept} onClick={() => void keep()}>
              {kept ? 'Kept' : 'Keep it as the soil here'}
            </Button>
          )}
        </Flex>
      </Box>
    </TitledSheet>
  )
}
