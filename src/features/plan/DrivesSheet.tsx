import { Box, Flex, Text } from '@chakra-ui/react'
import type { DriveDevice } from '@/core/plan/driveDevices'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'

/** Variable-speed drives with the residual-current device before each; nothing where there is none. */
export function DrivesSheet({ drives }: { drives: readonly DriveDevice[] }) {
  if (drives.length === 0) return null
  return (
    <TitledSheet title="Devices before drives" note="P-12">
      {drives.map(({ load, deviceName, mark, why }) => (
        <Box key={load.tag} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
          <Flex gap="12px" align="center">
            <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
              {load.name}, behind {deviceName}
            </Text>
            <PlanMarkWord mark={mark} />
          </Flex>
          <Text color={mark === 'exceeds' ? 'stop' : 'ink2'}>{why}</Text>
        </Box>
      ))}
      <Notice kind="caution" m="10px 14px">
        A drive whose filter trips its device gets a device of the right type, or a feed of its own. A capacitor between
        neutral and earth, a filter’s earth taken off or a bridge over the device hides the fault current that the
        device is there for: never the answer, whoever suggests it.
      </Notice>
    </TitledSheet>
  )
}
