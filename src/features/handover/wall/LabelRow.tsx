import { Box, Flex, Text } from '@chakra-ui/react'
import type { Label } from '@/core/handover/labels/label'
import { labelLayout } from '@/core/handover/labels/labelLayout'
import { labelSvg } from '@/look/labelSvg'

/** A label as it will be printed, beside the place where it belongs. */
export function LabelRow({ label, band }: { label: Label; band: string }) {
  const { widthMm, heightMm } = labelLayout(label)
  return (
    <Flex borderTopWidth="1px" borderColor="rule" px="14px" py="8px" gap="8px 14px" wrap="wrap" align="center">
      <Box flex="none" maxW="100%" css={{ '& img': { maxWidth: '100%', height: 'auto' } }}>
        <img
          src={`data:image/svg+xml,${encodeURIComponent(labelSvg(label, band))}`}
          alt={[label.head, ...label.lines].join('. ')}
        />
      </Box>
      <Box flex="1" minW="140px" fontSize="14px">
        <Text overflowWrap="anywhere">{label.at}</Text>
        <Text color="ink2">
          {widthMm} × {heightMm} mm
        </Text>
      </Box>
    </Flex>
  )
}
