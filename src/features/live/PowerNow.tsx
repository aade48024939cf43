'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { powerBalance } from '@/core/settings/powerBalance'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { CloudFigures } from './CloudFigures'
import { PowerPicture } from './PowerPicture'
import { OLD_S, ageWords, balanceWords, flowsOf, modeWords, phaseWords } from './powerWords'
import type { Live } from './useLive'
import { useNow } from '@/ui/useNow'

/** What a gateway's clamp transformer is good for at small currents, per phase: its figures have more digits than its measurement. */
const CLAMP_STEP_W = 15

/** What flows in the house at this moment, with its age and its source; the balance names the transformer that lies. */
export function PowerNow({ live }: { live: Live }) {
  const { bench } = useJob()
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const now = useNow(1000)
  const { values, heardAt, by, silent } = live
  const ageS = heardAt === null ? null : Math.max(0, (now - heardAt) / 1000)
  const byPhase = values === null ? null : phaseWords(values, bench.context.pack.phases)
  const old = ageS !== null && ageS > OLD_S
  const balance = values === null ? null : powerBalance(values, CLAMP_STEP_W * bench.context.pack.phases.length)
  return (
    <TitledSheet
      title="Power now"
      note={values === null || ageS === null ? undefined : `${modeWords(values.mode)} · ${ageWords(ageS, by)}`}
    >
      <Box ref={ref} px="14px" pb="10px">
        {values === null && silent === null && (
          <Text color="ink2" fontSize="14px" pb="4px" role="status">
            Asking the gateway…
          </Text>
        )}
        {silent !== null && (
          <Notice kind="info" mb="8px">
            {silent}
            {values !== null && ' What stands below is the last that came.'}
          </Notice>
        )}
        {values !== null && (
          <Box opacity={old || silent !== null ? 0.6 : 1}>
            <PowerPicture flows={flowsOf(values)} width={width} />
            <Flex gap="18px" rowGap="2px" fontSize="14px" color="ink2" wrap="wrap" pt="2px">
              <Text>Street {volts(values.streetV)}</Text>
              {byPhase !== null && <Text aria-label="Street by phase">{byPhase}</Text>}
              <Text>
                House {volts(values.houseV)}
                {values.houseHz !== null && `, ${formatNumber(values.houseHz, 4)} Hz`}
              </Text>
              {flowsOf(values)
                .filter(({ part }) => part === 'heatPump')
                .map(({ name, words }) => (
                  <Text key={name}>
                    {name} {words}
                  </Text>
                ))}
              <CloudFigures />
            </Flex>
          </Box>
        )}
        {balance !== null && !old && silent === null && (
          <Flex gap="12px" pt="8px" mt="8px" borderTopWidth="1px" borderColor="rule" fontSize="14px" align="baseline">
            <Box w="92px" flex="none">
              <VerdictWord verdict={balance.verdict} />
            </Box>
            <Text role="status" aria-label="Balance">
              {balanceWords(balance)}
            </Text>
          </Flex>
        )}
      </Box>
    </TitledSheet>
  )
}

const volts = (value: number | null) => (value === null ? 'voltage not given' : `${formatNumber(value, 3)} V`)
