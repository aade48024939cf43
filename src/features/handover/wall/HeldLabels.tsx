import { Box, Text } from '@chakra-ui/react'
import type { Label } from '@/core/handover/labels/label'
import { Notice } from '@/ui/Notice'

/** Labels that are not printed yet, by the reason why. */
export function HeldLabels({ labels }: { labels: readonly Label[] }) {
  const reasons = [...new Set(labels.map(({ heldBecause }) => heldBecause))]
  return reasons.map((reason) => {
    const held = labels.filter(({ heldBecause }) => heldBecause === reason)
    return (
      <Box key={reason} px="14px" py="8px">
        <Notice kind="caution">
          <Text>
            Not printed yet: {held.length} label{held.length === 1 ? '' : 's'}. {reason}
          </Text>
          <Text fontSize="13px">{held.map(({ head }) => head).join(' · ')}</Text>
        </Notice>
      </Box>
    )
  })
}
