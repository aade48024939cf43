'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { settingText } from '@/core/settings/settingText'
import {
  SHIPPED_TEMPLATES,
  type SettingTemplate,
  type TemplateChange,
  originOf,
  templateChanges,
} from '@/core/settings/settingTemplates'
import { MOST_TEMPLATE_BYTES, readSettingTemplate, settingTemplateJson } from '@/schemas/settingTemplate'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { useSaveItem } from '../job/useSaveItem'
import { FilePick } from '../survey/FilePick'
import { download } from '../survey/download'
import { useAttempt } from '../useAttempt'

/** Templates of settings by kind of equipment: taken into the plan after their differences were seen, kept from the plan as a file. */
export function SettingTemplates() {
  const [open, setOpen] = useState(false)
  const [chosen, setChosen] = useState<SettingTemplate | null>(null)
  const close = () => {
    setOpen(false)
    setChosen(null)
  }
  return (
    <>
      <Button size="sm" onClick={() => setOpen(true)}>
        Templates
      </Button>
      <Overlay title={chosen ? chosen.name : 'Templates of settings'} open={open} onClose={close} wide>
        {chosen ? <Differences template={chosen} onClose={close} /> : <Choose onChoose={setChosen} />}
      </Overlay>
    </>
  )
}

function Choose({ onChoose }: { onChoose: (template: SettingTemplate) => void }) {
  const {
    record: { installation },
  } = useJob()
  const [wrong, setWrong] = useState<string | null>(null)
  const read = (text: string, name: string) => {
    const template = readSettingTemplate(text)
    if (template.ok) return onChoose(template.value)
    setWrong(
      `“${name}”: ${template.error.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join(' · ')}`,
    )
  }
  const keep = () =>
    download(
      `${installation.name} settings.json`,
      settingTemplateJson({
        name: installation.name,
        equipment: installation.sources.units.map(({ name }) => name).join(', ') || 'not named',
        origin: `the plan of ${installation.name}`,
        settings: installation.settings.map(({ key, label, value, unit, tolerance, why }) => ({
          key,
          label,
          value,
          unit,
          tolerance,
          why,
        })),
      }),
      'application/json',
    )
  return (
    <Flex direction="column" gap="8px">
      <Text color="ink2">
        A beginning, to be held against the maker’s manual, the operator’s permission and this house.
      </Text>
      {SHIPPED_TEMPLATES.map((template) => (
        <Flex
          key={template.name}
          justify="space-between"
          gap="12px"
          align="center"
          borderTopWidth="1px"
          borderColor="rule"
          pt="8px"
        >
          <Box>
            <Text fontWeight="600">{template.name}</Text>
            <Text color="ink2" fontSize="14px">
              {template.equipment} · {template.origin}
            </Text>
          </Box>
          <Button size="sm" flex="none" aria-label={`Look at ${template.name}`} onClick={() => onChoose(template)}>
            Look at it
          </Button>
        </Flex>
      ))}
      <Flex gap="8px" wrap="wrap" borderTopWidth="1px" borderColor="rule" pt="12px">
        <FilePick
          label="Read a template of settings"
          accept=".json,application/json"
          maxBytes={MOST_TEMPLATE_BYTES}
          onText={(text, { name }) => read(text, name)}
          onError={setWrong}
        />
        <Button disabled={installation.settings.length === 0} onClick={keep}>
          Keep this plan as a template
        </Button>
      </Flex>
      {wrong !== null && <Notice kind="error">{wrong}</Notice>}
    </Flex>
  )
}

const KINDS: Readonly<Record<TemplateChange['kind'], string>> = {
  new: 'new',
  other: 'planned otherwise',
  same: 'the same',
}

function Differences({ template, onClose }: { template: SettingTemplate; onClose: () => void }) {
  const {
    record: { installation },
  } = useJob()
  const save = useSaveItem()
  const { attempt, failure, busy } = useAttempt()
  const changes = templateChanges(template, installation.settings)
  const wanted = changes.filter(({ kind }) => kind !== 'same')
  const take = () =>
    attempt(async () => {
      for (const { setting } of wanted) {
        const held = installation.settings.find(({ key }) => key === setting.key)
        await save('setting', { ...held, ...setting, id: held?.id ?? uuidv7(), origin: originOf(template) })
      }
      onClose()
    })
  return (
    <Flex direction="column" gap="6px">
      <Text color="ink2">
        For {template.equipment}. From {template.origin}.
      </Text>
      {changes.map(({ setting, now, kind }) => (
        <Flex key={setting.key} gap="12px" borderTopWidth="1px" borderColor="rule" py="5px" wrap="wrap">
          <Text flex="1" minW="180px">
            {setting.label}
            {setting.why && (
              <Text as="span" display="block" color="ink2" fontSize="14px">
                {setting.why}
              </Text>
            )}
          </Text>
          <Text fontWeight="600">{settingText(setting.key, setting.value, setting.unit)}</Text>
          <Text w="200px" color={kind === 'other' ? 'watch' : 'ink2'}>
            {KINDS[kind]}
            {kind === 'other' && now !== null && `: ${settingText(setting.key, now, setting.unit)}`}
          </Text>
        </Flex>
      ))}
      {failure && <Notice kind="error">{failure}</Notice>}
      <Flex gap="8px" pt="8px">
        <Button variant="act" disabled={busy || wanted.length === 0} onClick={() => void take()}>
          {wanted.length === 0 ? 'Nothing differs' : `Plan these ${wanted.length}`}
        </Button>
      </Flex>
    </Flex>
  )
}
