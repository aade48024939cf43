import { Box, Text } from '@chakra-ui/react'
import type { OutageCard } from '@/core/handover/outageCard'
import { formatDuration, formatQuantity } from '@/core/quantity/formatQuantity'
import type { PackSummary } from '@/server/pack/summary'
import { TitledSheet } from '@/ui/Sheet'
import { useSay } from './useSay'

/** What to do in an outage, as it stands on the card at the wall. */
export function CardSheet({ card }: { card: OutageCard }) {
  const say = useSay()
  return (
    <TitledSheet title="In an outage" note="as on the card at the wall">
      {card.sections
        .filter(({ id }) => id !== 'call')
        .map(({ id, head, lines }) => (
          <Box key={id} borderTopWidth="1px" borderColor="rule" px="16px" py="9px">
            <Text fontWeight="600">{head}</Text>
            {lines.map((line) => (
              <Text key={line}>{say(line)}</Text>
            ))}
          </Box>
        ))}
    </TitledSheet>
  )
}

const hours = (h: number | null) => (h === null ? null : formatDuration(h * 3_600_000))

/** The same for a pack that was sealed before packs held their card. */
export function OutageSteps({ summary }: { summary: PackSummary }) {
  const { runtime } = summary
  return (
    <TitledSheet title="In an outage">
      <Box as="ol" px="16px" pb="12px" css={{ '& > li': { paddingBlock: '5px' } }}>
        <li>
          <b>You notice it</b> by a short dark moment, or by neighbours without light.{' '}
          {summary.school === 'Manual changeover'
            ? 'Change over with the switch in the cupboard.'
            : 'The battery takes over by itself.'}
        </li>
        {summary.turnOffFirst.length > 0 && (
          <li>
            <b>Turn off first</b>, at night: {summary.turnOffFirst.join(', ')}.
          </li>
        )}
        {runtime.reserveH !== null && runtime.loadW !== null && (
          <li>
            <b>It then lasts</b> about {hours(runtime.reserveH)} at worst
            {runtime.fullH !== null && `, ${hours(runtime.fullH)} from full`}, at{' '}
            {formatQuantity(Math.round(runtime.loadW / 10) * 10, 'W', 3)}. This is worked out, not measured.
          </li>
        )}
        <li>
          <b>A vehicle</b> helps only while it is plugged in and enabled for it.
        </li>
        <li>
          <b>Leave alone</b> what has tripped in an outdoor metal board or charger; call the crew.
        </li>
        <li>
          <b>If metal gives shocks</b>, touch nothing metal, keep people away and call the network operator.
        </li>
      </Box>
    </TitledSheet>
  )
}
