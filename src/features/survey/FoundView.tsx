'use client'
import { Text } from '@chakra-ui/react'
import { deviceOfSurvey } from '@/core/plan/devicesOfInstallation'
import { pvOfInstallation } from '@/core/plan/pvOfInstallation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { useJob } from '../job/JobContext'
import { AsLoads } from './AsLoads'
import { NotFound, SurveySheet } from './SurveySheet'

const KINDS = [
  'pvSystem',
  'arrayFace',
  'existingBattery',
  'vehicleCharger',
  'heatPump',
  'generator',
  'sourceDevice',
] as const

/** What is there already: PV, batteries, vehicle charger, heat pump, generator, and the devices towards them. */
export function FoundView() {
  const {
    record: { installation },
  } = useJob()
  const strings = new Map(pvOfInstallation(installation).strings.map(({ tag, result }) => [tag, result]))
  return (
    <>
      <SurveySheet
        kind="pvSystem"
        hideEmpty
        says={({ tag }) => {
          const result = strings.get(tag)
          return (
            result && (
              <Text fontSize="13px">
                <PlanMarkWord mark={result.verdict} />{' '}
                {result.coldVocV === null
                  ? 'string voltage in frost open'
                  : `${formatNumber(result.coldVocV, 4)} V in frost`}
                {result.maxModulesInString === null ? '' : `, ${result.maxModulesInString} modules at most`} (P-10)
              </Text>
            )
          )
        }}
      />
      <SurveySheet kind="arrayFace" hideEmpty />
      <SurveySheet kind="existingBattery" hideEmpty />
      <SurveySheet kind="vehicleCharger" hideEmpty says={(item) => <AsLoads item={item} />} />
      <SurveySheet kind="heatPump" hideEmpty says={(item) => <AsLoads item={item} />} />
      <SurveySheet kind="generator" hideEmpty />
      <SurveySheet
        kind="sourceDevice"
        hideEmpty
        says={({ detail }) => {
          const result = deviceOfSurvey(detail, installation.packId)
          return (
            <Text fontSize="13px">
              <PlanMarkWord mark={result.verdict} />{' '}
              {result.findings
                .filter(({ mark }) => mark !== 'fits')
                .map(({ why }) => why)
                .join(' ') || 'Nothing against it.'}{' '}
              (P-12)
            </Text>
          )
        }}
      />
      <NotFound kinds={KINDS} />
    </>
  )
}
