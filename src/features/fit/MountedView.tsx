'use client'
import { belongsTo, familyOf } from '@/core/evidence/families'
import { componentRecord } from '@/core/evidence/families/componentRecord'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { REPLACEMENT_WORDS } from '@/core/installation/fit'
import type { Component } from '@/core/installation/installation'
import type { Attachment } from '@/core/evidence/point'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { ReplaceComponent } from './ReplaceComponent'
import { ComponentsOfPlan } from './ComponentsOfPlan'
import { ComponentCard } from './ComponentCard'
import { Picture } from './LargePicture'
import { Thumb } from './Thumb'

/** What was mounted, each with its plate, serial and firmware; what is asked of it; what was replaced. */
export function MountedView() {
  const {
    record: { installation, attachments, replacements },
    bench,
    may,
  } = useJob()
  const { dayOf } = useTimes()
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
        <Flex justify="flex-end" gap="8px" wrap="wrap">
          <ComponentsOfPlan />
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
                {dayOf(replacedAt)}, {replacedByName}
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
