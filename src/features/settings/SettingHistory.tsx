'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { settingPointKey } from '@/core/evidence/families/settingLeft'
import { settingHistory } from '@/core/evidence/settingHistory'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import { useJob } from '../job/JobContext'
import type { useSettingActs } from './useSettingActs'

interface SettingHistoryProps extends Pick<ReturnType<typeof useSettingActs>, 'acts'> {
  settingKey: string
}

/** All that was done about the setting that is chosen in the table: who, when, why, and what was read back. */
export function SettingHistory({ settingKey, acts }: SettingHistoryProps) {
  const { clock } = useTimes()
  const {
    record: { installation, readings },
    select,
  } = useJob()
  const setting = installation.settings.find(({ key }) => key === settingKey)
  if (!setting) return null
  const events = settingHistory(setting, readings, acts)
  return (
    <TitledSheet
      title={`${setting.label}: what was done`}
      note={setting.origin === null ? undefined : `from ${setting.origin}`}
      actions={
        <Button size="sm" variant="bare" onClick={() => select(settingPointKey(setting.key))}>
          go to its point
        </Button>
      }
    >
      <Box
        as="ol"
        px="14px"
        pb="10px"
        fontSize="14px"
        maxH="300px"
        overflowY="auto"
        tabIndex={0}
        aria-label={`History of ${setting.label}`}
      >
        {events.length === 0 && <Text color="ink2">Nothing is on record of it.</Text>}
        {events.map(({ id, at: moment, byName, what, why }) => (
          <Flex as="li" key={id} gap="14px" py="4px" borderTopWidth="1px" borderColor="rule" wrap="wrap">
            <Text color="ink2" w="128px" flex="none">
              {clock(moment)}
            </Text>
            <Box flex="1" minW="200px">
              <Text>
                {what}{' '}
                <Text as="span" color="ink2">
                  · {byName}
                </Text>
              </Text>
              {why !== null && why !== '' && <Text color="ink2">{why}</Text>}
            </Box>
          </Flex>
        ))}
      </Box>
    </TitledSheet>
  )
}
