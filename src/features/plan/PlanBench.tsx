'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { SCHOOL_WORDS, demandAfterTurnOff } from '@/core/plan/planOfInstallation'
import { BINDING_WORDS, schoolReason } from '@/core/plan/schoolReason'
import { formatDuration, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { ChoosePlan } from './ChoosePlan'
import { LoadStrip } from './LoadStrip'
import { usePlan } from './usePlan'

const watts = (value: number | null) => (value === null ? 'open' : formatQuantity(value, 'W', 3))
const hours = (h: number | null) => (h === null ? '–' : formatDuration(h * 3_600_000))
const percent = (share: number | null) => (share === null ? 'open' : `${formatNumber(share * 100, 2)} % of the time`)

/** Plan: what the sources can give, what the house asks of them, for how long, and what is promised of it. */
export function PlanBench() {
  const { record: { installation }, may, goTo } = useJob()
  const plan = usePlan()
  const [choosing, setChoosing] = useState(false)
  const { limits, demand, runtime, marks } = plan
  const nameOf = (tag: string) => installation.loads.find((load) => load.tag === tag)?.name ?? tag
  const reason = schoolReason(demand, limits)
  const off = demand.turnOffNight?.loads ?? []
  const binding = (key: keyof typeof BINDING_WORDS | null) => (key === null ? 'a declared figure is missing' : `limited by ${BINDING_WORDS[key]}`)
  return (
    <>
      <BenchHead title={demand.school === null ? 'Not enough is known to plan' : SCHOOL_WORDS[demand.school]} note={demand.school !== null && 'recommended'} actions={may('choosePlan') && <Button variant={installation.chosenSchool ? 'quiet' : 'act'} onClick={() => setChoosing(true)} disabled={demand.expectedDemandW === null}>{installation.chosenSchool ? 'Choose again' : 'Choose and promise'}</Button>} />
      {reason ? <Text color="ink2" mt="-4px">{reason}</Text> : <Notice kind="info" action={<Button size="sm" onClick={() => goTo('survey')}>Go to Survey</Button>}>{limits.nightW === null ? 'The source limits are open: an inverter with its modules and their declared figures is missing.' : 'Add loads that are backed up; then the demand can be held against the limits.'}</Notice>}
      {installation.loads.length > 0 && <TitledSheet title="Loads against the limits"><LoadStrip /></TitledSheet>}
      <Figures columns={4}>
        <Figure label="Night limit" value={watts(limits.nightW)}><PlanMarkWord mark={marks.night} /> {binding(limits.bindingNight)}</Figure>
        <Figure label="At the changeover" value={watts(limits.changeoverW)}>{limits.changeoverW === null ? 'open' : <>above it {percent(demand.shareAboveChangeover)}</>}</Figure>
        <Figure label="Day limit, once PV is back" value={watts(limits.dayW)}><PlanMarkWord mark={marks.day} /> {binding(limits.bindingDay)}</Figure>
        <Figure label="Surge" value={limits.surgeVa === null ? 'open' : formatQuantity(limits.surgeVa, 'VA', 3)}>{limits.surgeS === null ? 'not declared' : `for ${formatNumber(limits.surgeS)} s, ${binding(limits.bindingSurge)}`}</Figure>
      </Figures>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="12px">
        <TitledSheet title="Turn off first, at night">
          {off.length === 0 ? <EmptyState title={demand.turnOffNight === null ? 'Open until the limits are known' : 'Nothing has to be turned off'} /> : (
            <Box as="ol" px="14px" pb="10px">
              {off.map((tag, k) => {
                const load = installation.loads.find((one) => one.tag === tag)
                return <Flex as="li" key={tag} py="3px" gap="10px" borderTopWidth={k ? '1px' : 0} borderColor="rule"><Text fontFamily="mono" color="ink3">{k + 1}</Text><Text flex="1" overflowWrap="anywhere">{nameOf(tag)}</Text><Text>{load && formatQuantity(load.powerW, 'W', 3)}</Text></Flex>
              })}
              <Text fontSize="13px" color="ink2" mt="4px">{demand.turnOffNight?.reached === false ? 'Even then the night limit is passed.' : `Then about ${watts(demandAfterTurnOff(installation, demand))} is left on.`}</Text>
            </Box>
          )}
        </TitledSheet>
        <TitledSheet title="How long it runs" note={<PlanMarkWord mark={marks.runtime} />}>
          {runtime.runtimeReserveH === null && !runtime.indefinite ? <EmptyState title="Open">Usable energy, reserve and loads are needed.</EmptyState> : (
            <Box px="14px" pb="10px">
              {([['from the reserve, at worst', runtime.runtimeReserveH], ['as usual', runtime.runtimeUsualH], ['from full', runtime.runtimeFullH]] as const).map(([label, h], k) => (
                <RuntimeBar key={label} label={label} hoursH={h} mostH={runtime.runtimeFullH} strong={k === 0} text={runtime.indefinite ? 'while the sun holds' : hours(h)} />
              ))}
              <Text fontSize="13px" color="ink2">at {watts(runtime.netW)} with standby{off.length > 0 ? ', after turning off the list' : ''}. A plan, not evidence.</Text>
            </Box>
          )}
        </TitledSheet>
      </Grid>
      <Promises />
      <Overlay title="Choose the changeover and promise it" open={choosing} onClose={() => setChoosing(false)} wide><ChoosePlan onDone={() => setChoosing(false)} /></Overlay>
    </>
  )
}

function RuntimeBar({ label, hoursH, mostH, strong, text }: { label: string; hoursH: number | null; mostH: number | null; strong: boolean; text: string }) {
  return (
    <Box py="4px">
      <Flex justify="space-between" gap="8px"><Text color="ink2" fontSize="14px">{label}</Text><Text fontWeight="600" fontSize={strong ? '19px' : '15px'}>{text}</Text></Flex>
      <Box h="7px" bg="sheet2" borderWidth="1px" borderColor="rule"><Box h="100%" bg={strong ? 'grid' : 'rule2'} w={`${hoursH === null || !mostH ? 0 : Math.min(100, (100 * hoursH) / mostH)}%`} /></Box>
    </Box>
  )
}

function Promises() {
  const { bench, record: { installation } } = useJob()
  return (
    <TitledSheet title="What is promised" note={installation.chosenSchool ? `${SCHOOL_WORDS[installation.chosenSchool]}, because ${installation.schoolReason ?? ''}` : undefined}>
      {bench.promises.length === 0 && <EmptyState title="Nothing is promised yet">Choose the changeover; the plan then writes its promises, and each waits for its evidence.</EmptyState>}
      {bench.promises.map(({ promise, verdict, says }) => (
        <Flex key={promise.id} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" gap="12px">
          <Box w="82px" flex="none"><VerdictWord verdict={verdict} /></Box>
          <Box flex="1" minW="0"><Text>{promise.sentence}</Text><Text fontSize="13px" color="ink2">{says}</Text></Box>
        </Flex>
      ))}
    </TitledSheet>
  )
}
