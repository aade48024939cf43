'use client'
import { isOf } from '../outbox/outboxEntry'
import { belongsTo, familyOf } from '@/core/evidence/families'
import { componentRecord, componentRecordKey } from '@/core/evidence/families/componentRecord'
import { AspectRatio, Box, Flex, Grid, Text, chakra } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { REPLACEMENT_WORDS } from '@/core/installation/fit'
import type { Component } from '@/core/installation/installation'
import type { Attachment } from '@/core/evidence/point'
import { latestBySlot } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { clock } from '@/ui/clock'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { ReadCode } from './ReadCode'
import { ReplaceComponent } from './ReplaceComponent'

/** Address of a picture: the server's, or the blob that still waits on this device. */
function usePictureUrl(attachment: Attachment | undefined): string | null {
  const { outboxState } = useJob()
  const waiting = outboxState.entries.find((entry) => isOf(entry, 'addPicture') && entry.id === attachment?.id)
  const file = waiting?.files?.[0]?.blob ?? null
  const local = useMemo(() => (file ? URL.createObjectURL(file) : null), [file])
  useEffect(
    () => () => {
      if (local) URL.revokeObjectURL(local)
    },
    [local],
  )
  if (local) return local
  return attachment?.sha256 ? `/api/jobs/${attachment.jobId}/files/${attachment.sha256}` : null
}

/** What was mounted, each with its plate, serial and firmware; what is asked of it; what was replaced. */
export function MountedView() {
  const {
    record: { installation, attachments, replacements },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const [replacing, setReplacing] = useState<Component | null>(null)
  const [looking, setLooking] = useState<Attachment | null>(null)
  const { components } = installation
  const asFound = attachments.filter(({ kind, subject }) => kind === 'picture' && subject === 'asfound')
  const checks = bench.points.filter(
    (point) => familyOf(point).view === 'fit.mounted' && !belongsTo(point, componentRecord),
  )
  return (
    <>
      <Notice kind="caution">
        Batteries and PV strings cannot be switched off at their own terminals, and capacitors hold charge: isolate,
        lock off and prove dead before any cover comes off. Modules are two-person lifts.
      </Notice>
      {may('changeJob') && (
        <Flex justify="flex-end">
          <Button size="sm" onClick={() => setEditing({ kind: 'component', item: null })}>
            Add a component
          </Button>
        </Flex>
      )}
      {components.length === 0 && (
        <Sheet>
          <EmptyState title="No components yet">
            Add what is going on the wall: inverter, modules, gateway, isolators. Each then asks for its serial,
            firmware and a picture of its plate.
          </EmptyState>
        </Sheet>
      )}
      <Grid templateColumns={{ base: '1fr', sm: '1fr 1fr', xl: 'repeat(3, 1fr)' }} gap="12px">
        {components.map((component) => (
          <ComponentCard
            key={component.id}
            component={component}
            onEdit={may('changeJob') ? () => setEditing({ kind: 'component', item: component }) : undefined}
            onReplace={may('replaceComponent') ? () => setReplacing(component) : undefined}
            onLook={setLooking}
          />
        ))}
      </Grid>
      {checks.length > 0 && <PointList title="As mounted" points={checks} />}
      {replacements.length > 0 && (
        <TitledSheet title="Replaced" note="both stay on record">
          {replacements.map(({ id, componentTag, oldSerial, cause, reason, replacedAt, replacedByName }) => (
            <Flex
              key={id}
              px="14px"
              py="6px"
              gap="10px"
              borderTopWidth="1px"
              borderColor="rule"
              fontSize="14px"
              wrap="wrap"
            >
              <Text fontFamily="mono">{componentTag}</Text>
              <Text flex="1" minW="160px">
                {REPLACEMENT_WORDS[cause]}: {reason}. Old serial {oldSerial ?? 'not recorded'}.
              </Text>
              <Text color="ink2">
                {replacedAt.slice(0, 10)}, {replacedByName}
              </Text>
            </Flex>
          ))}
        </TitledSheet>
      )}
      <Sheet px="14px" py="10px">
        <Flex align="center" gap="12px" wrap="wrap">
          <Box flex="1" minW="180px">
            <Text fontWeight="600">As found</Text>
            <Text fontSize="14px" color="ink2">
              {asFound.length === 0
                ? 'No picture of how the place was found. Take some before the first cover comes off.'
                : `${asFound.length} picture${asFound.length === 1 ? '' : 's'} of how the place was found.`}
            </Text>
          </Box>
          {asFound.slice(-4).map((one) => (
            <Thumb key={one.id} attachment={one} label="As found" onLook={setLooking} width="84px" />
          ))}
          <AddPicture subject="asfound" />
        </Flex>
      </Sheet>
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay
        title={replacing ? `Replace ${replacing.name}` : ''}
        open={replacing !== null}
        onClose={() => setReplacing(null)}
        wide
      >
        {replacing && <ReplaceComponent component={replacing} onDone={() => setReplacing(null)} />}
      </Overlay>
      <Overlay title={looking ? looking.fileName : ''} open={looking !== null} onClose={() => setLooking(null)} wide>
        {looking && <Picture attachment={looking} />}
      </Overlay>
    </>
  )
}

function Thumb({
  attachment,
  label,
  onLook,
  width = '100%',
}: {
  attachment: Attachment
  label: string
  onLook: (one: Attachment) => void
  width?: string
}) {
  const url = usePictureUrl(attachment)
  return (
    <chakra.button
      type="button"
      onClick={() => onLook(attachment)}
      w={width}
      cursor="pointer"
      aria-label={`Look at the picture of ${label}`}
    >
      <AspectRatio ratio={4 / 3} bg="sheet2">
        {url ? (
          <chakra.img src={url} alt={`Picture of ${label}`} objectFit="cover" loading="lazy" />
        ) : (
          <Box color="ink3" fontSize="13px">
            waiting for the server
          </Box>
        )}
      </AspectRatio>
    </chakra.button>
  )
}

function Picture({ attachment }: { attachment: Attachment }) {
  const url = usePictureUrl(attachment)
  return (
    <>
      {url && <chakra.img src={url} alt={`Picture of ${attachment.subject}`} w="100%" />}
      <Text fontSize="13px" color="ink2" mt="2">
        {attachment.takenAt ? `taken ${clock(attachment.takenAt)}, ` : ''}added by {attachment.addedByName}
      </Text>
    </>
  )
}

function ComponentCard({
  component,
  onEdit,
  onReplace,
  onLook,
}: {
  component: Component
  onEdit?: () => void
  onReplace?: () => void
  onLook: (one: Attachment) => void
}) {
  const { bench, at, select, propose, may } = useJob()
  const key = componentRecordKey(component)
  const judgement = bench.judgements.get(key)
  const latest = latestBySlot(bench.context.readings, key)
  // the plate of a component that was taken out is not this one's
  const picture = bench.context.attachments.findLast(
    ({ kind, subject }) => kind === 'picture' && subject === component.tag,
  )
  const slots = bench.points.find((point) => point.key === key)?.slots ?? []
  const chosen = at === key
  return (
    <Sheet
      borderColor={chosen ? 'ember' : 'rule'}
      outline={chosen ? '1px solid' : undefined}
      outlineColor="ember"
      display="flex"
      flexDirection="column"
      minW="0"
    >
      {picture ? (
        <Thumb attachment={picture} label={component.name} onLook={onLook} />
      ) : (
        <AspectRatio ratio={4 / 3} bg="sheet2">
          <Flex direction="column" gap="8px" color="ink2" fontSize="14px">
            <Text>No picture of its plate</Text>
            <AddPicture subject={component.tag} />
          </Flex>
        </AspectRatio>
      )}
      <chakra.button
        type="button"
        textAlign="left"
        px="12px"
        pt="8px"
        cursor="pointer"
        onClick={() => select(chosen ? null : key)}
        aria-pressed={chosen}
      >
        <Flex align="center" gap="8px">
          <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere" lineHeight="1.25">
            {component.name}
          </Text>
          <VerdictWord verdict={judgement?.verdict ?? 'open'} />
        </Flex>
        <Text fontSize="13px" color="ink2">
          {component.model} ·{' '}
          <Box as="span" fontFamily="mono">
            {component.tag}
          </Box>
        </Text>
      </chakra.button>
      <Box px="12px" pb="10px" mt="4px" fontSize="14px">
        {slots
          .filter(({ path }) => path.length > 0)
          .map((slot) => {
            const word = latest.get(slot.id)?.valueWord
            return (
              <Flex key={slot.id} align="center" gap="8px" minH="34px" borderTopWidth="1px" borderColor="rule">
                <Text color="ink2" w="74px">
                  {slot.label}
                </Text>
                <Text fontFamily="mono" flex="1" minW="0" overflowWrap="anywhere">
                  {word ?? '–'}
                </Text>
                {may('recordReadings') && word === undefined && (
                  <Button
                    variant="bare"
                    size="sm"
                    fontSize="13px"
                    onClick={() => {
                      select(key)
                      propose(`${slot.path.join(' ')} `)
                    }}
                    aria-label={`Type the ${slot.label.toLowerCase()} of ${component.name}`}
                  >
                    type
                  </Button>
                )}
              </Flex>
            )
          })}
        {judgement && judgement.verdict !== 'proven' && (
          <Text
            fontSize="13px"
            color={judgement.verdict === 'stop' ? 'stop' : 'ink2'}
            borderTopWidth="1px"
            borderColor="rule"
            pt="5px"
          >
            {judgement.why}
          </Text>
        )}
        <Flex gap="6px" mt="6px" align="center" wrap="wrap">
          {picture && <AddPicture subject={component.tag} />}
          <ReadCode componentTag={component.tag} name={component.name} />
          <Flex ml="auto" gap="4px">
            {onReplace && latest.has('serial') && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={onReplace}
                aria-label={`Replace ${component.name}`}
              >
                replace
              </Button>
            )}
            {onEdit && (
              <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${component.name}`}>
                change
              </Button>
            )}
          </Flex>
        </Flex>
      </Box>
    </Sheet>
  )
}
