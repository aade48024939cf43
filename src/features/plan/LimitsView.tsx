'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { oneLegOnly } from '@/core/plan/oneLeg'
import { likelyPeakW } from '@/core/plan/planMarks'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { meanDemandW } from '@/core/plan/stayingOn'
import { BINDING_WORDS } from '@/core/plan/schoolReason'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { LoadLanes } from './LoadLanes'
import { usePlanned } from './LoadDrafts'
import { LoadStrip } from './LoadStrip'
import { RuntimeSheet } from './RuntimeSheet'
import { VehicleSheet } from './VehicleSheet'
import { watts } from './wattsAndAmps'
import { withinSentence } from '@/core/withinSentence'

const percentOfTime = (share: number | null) =>
  share === null ? 'open' : `${formatNumber(share * 100, 2)} % of the time`

/** Loads against night, changeover, day and surge limits; every load can be moved, and everything follows. */
export function LimitsView() {
  const { installation, plan } = usePlanned()
  const { limits, marks } = plan
  const binding = (key: keyof typeof BINDING_WORDS | null) =>
    key === null ? 'a declared figure is missing' : `limited by ${BINDING_WORDS[key]}`
  return (
    <>
      {installation.loads.length > 0 && (
        <TitledSheet title="Loads against the limits">
          <LoadStrip />
        </TitledSheet>
      )}
      {installation.loads.length > 0 && <LoadLanes />}
      <Figures columns={4}>
        <Figure label="Night limit" value={watts(limits.nightW)}>
          <PlanMarkWord mark={marks.night} /> {binding(limits.bindingNight)}
        </Figure>
        <Figure label="At the changeover" value={watts(limits.changeoverW)}>
          <PlanMarkWord mark={marks.changeover} /> {binding(limits.bindingChangeover)}
        </Figure>
        <Figure label="Day limit, once PV is back" value={watts(limits.dayW)}>
          <PlanMarkWord mark={marks.day} /> {binding(limits.bindingDay)}
        </Figure>
        <Figure label="Surge" value={quantityOrOpen(limits.surgeVa, 'VA', 3)}>
          <PlanMarkWord mark={marks.surge} />{' '}
          {limits.surgeS === null
            ? 'not declared'
            : `for ${formatNumber(limits.surgeS)} s, ${binding(limits.bindingSurge)}`}
        </Figure>
      </Figures>
      <WhatIsCounted />
      <OneLegNotice />
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="12px">
        <TurnOffSheet />
        <RuntimeSheet />
      </Grid>
      <VehicleSheet />
    </>
  )
}

/** What a source of one voltage leaves dead on a board of two legs, and what nobody does about it. */
function OneLegNotice() {
  const { installation } = usePlanned()
  const one = oneLegOnly(installation)
  if (one === null) return null
  return (
    <Notice kind="caution">
      The sources feed {one.leg} alone.{' '}
      {one.deadLoads.length > 0 && `Dead in an outage, though backed up: ${one.deadLoads.join(', ')}. `}
      The legs are never joined to feed both from one voltage: circuits that share a neutral would then carry the sum of
      both on it, and no device opens. The licensed person looks at the board for circuits that share one; they go over
      together, or not at all.
    </Notice>
  )
}

/** Which loads and which demand the marks are of: the same ones that hours, ladder and promises count. */
function WhatIsCounted() {
  const {
    installation,
    plan: { staying, restart },
  } = usePlanned()
  if (staying.loads.length === 0) return null
  const under = staying.school === null ? '' : `, under “${withinSentence(SCHOOL_WORDS[staying.school])}”`
  return (
    <Text fontSize="14px" color="ink2">
      Held against them: what stays on in an outage{under}, {staying.loads.length} of{' '}
      {counted(installation.loads.length, ['load', 'loads'])}. Their likely peak is {watts(likelyPeakW(staying.loads))},
      their average {watts(meanDemandW(staying.loads))}; above the night limit{' '}
      {percentOfTime(staying.demand.shareAboveNight)}. Everything starting at once after a gap asks for{' '}
      {restart.totalVa === null ? 'what is open' : formatQuantity(restart.totalVa, 'VA', 3)}.
    </Text>
  )
}

/** What is off in an outage: shed by the system, or turned off by the household, in order. */
function TurnOffSheet() {
  const { installation, plan } = usePlanned()
  const { staying, limits } = plan
  const { off } = staying
  const title = staying.school === 'automaticWithShedding' ? 'Left off by the system' : 'Turn off first'
  return (
    <TitledSheet title={title}>
      {off.length === 0 ? (
        <EmptyState
          title={limits.nightW === null ? 'Open until the limits are known' : 'Nothing has to be turned off'}
        />
      ) : (
        <Box px="14px" pb="10px">
          <Box as="ol">
            {off.map((tag, k) => {
              const load = installation.loads.find((one) => one.tag === tag)
              return (
                <Flex as="li" key={tag} py="3px" gap="10px" borderTopWidth={k ? '1px' : 0} borderColor="rule">
                  <Text fontFamily="mono" color="ink3">
                    {k + 1}
                  </Text>
                  <Text flex="1" overflowWrap="anywhere">
                    {load?.name ?? tag}
                    {load?.turnOffFirst && (
                      <Text as="span" color="ink2" fontSize="13px">
                        {' '}
                        as agreed
                      </Text>
                    )}
                  </Text>
                  <Text>{load && formatQuantity(load.powerW, 'W', 3)}</Text>
                </Flex>
              )
            })}
          </Box>
          <Text fontSize="13px" color="ink2" mt="4px">
            {staying.reached
              ? `Then about ${watts(meanDemandW(staying.loads))} is left on, on average.`
              : 'Even then the limit is passed.'}
          </Text>
        </Box>
      )}
    </TitledSheet>
  )
}
